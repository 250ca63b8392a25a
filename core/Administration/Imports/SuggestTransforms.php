<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Imports;

use Kennel\Core\Administration\Imports\Transforms\Dates;
use Kennel\Core\Administration\Imports\Transforms\LowerCase;
use Kennel\Core\Administration\Imports\Transforms\Transform;
use Kennel\Core\Administration\Imports\Transforms\Trim;
use Kennel\Core\Administration\Imports\Transforms\Words;
use Kennel\Core\Administration\Imports\Transforms\YesNo;
use Kennel\Core\Directory\Fields\FieldKind;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Foundation\Reasons\Refused;

/** What has to be done to the cells of a column so that they are what it becomes, as far as the first rows tell. */
final readonly class SuggestTransforms
{
    private const MOST_STYLES = 4;

    /** What other services call a status. */
    private const STATUSES = [
        'pending' => ['unconfirmed', 'new', 'invited', 'waiting'],
        'active' => ['enabled', 'ok', 'live', 'aktiv'],
        'suspended' => ['disabled', 'blocked', 'banned', 'locked', 'gesperrt'],
        'closed' => ['deleted', 'left', 'removed', 'archived'],
    ];

    /** Yes and no in some languages. */
    private const YES_NO = [[...YesNo::YES, 'ja', 'j', 'oui', 'si', 'sí'], [...YesNo::NO, 'nein', 'non']];

    public function __construct(private FieldRules $fields)
    {
    }

    /**
     * @param  list<string>  $samples  texts of the column that are not empty
     * @param  ImportFacts  $facts  the apps and roles there are
     * @return list<Transform>
     */
    public function __invoke(string $target, array $samples, ImportFacts $facts): array
    {
        $field = ImportTargets::field($target, $this->fields);
        $trim = new Trim;
        $transforms = array_filter($samples, static fn (string $text): bool => $trim->apply($text) !== $text) === [] ? [] : [$trim];
        $samples = array_map($trim->apply(...), $samples);
        $isList = $target === 'roles' || $field?->kind === FieldKind::SeveralChoices;
        $words = array_values(array_unique($isList ? array_merge(...array_map(FieldText::split(...), $samples)) : $samples));
        $more = match (true) {
            $target === 'address' => array_filter($samples, static fn (string $text): bool => mb_strtolower($text) !== $text) === [] ? null : new LowerCase,
            $target === 'status' => self::words($words, self::STATUSES),
            $target === 'roles' => self::words($words, array_fill_keys(array_keys($facts->roles), [])),
            $target === 'app' => self::words($words, array_fill_keys($facts->apps, [])),
            $field !== null && $field->kind->hasChoices() => self::words($words, array_map(static fn ($choice): array => [$choice->label], $field->choices)),
            in_array($target, ['created', 'seen'], true), $field?->kind === FieldKind::Date => self::dates($samples),
            $target === 'verified' => Samples::share($samples, '/\d{2}\D\d{2}|\d{8}/') > 0 ? self::dates($samples) : self::yesNo($samples),
            $target === 'must_change', $field?->kind === FieldKind::YesNo => self::yesNo($samples),
            default => null,
        };

        return $more === null ? $transforms : [...$transforms, $more];
    }

    /**
     * @param  list<string>  $words
     * @param  array<string, list<string>>  $names
     */
    private static function words(array $words, array $names): ?Words
    {
        $pairs = [];
        foreach (array_slice($words, 0, Words::MOST) as $word) {
            $likely = array_key_exists($word, $names) ? null : Resemblance::likely($word, $names);
            if ($likely !== null) {
                $pairs[] = [$word, $likely];
            }
        }

        return $pairs === [] ? null : new Words($pairs, 'keep');
    }

    /**
     * As few styles as read the most; none where every text is as the standard has it.
     *
     * @param  list<string>  $samples
     */
    private static function dates(array $samples): ?Dates
    {
        $left = array_values(array_filter($samples, static fn (string $text): bool => preg_match('/^\d{4}-\d{2}-\d{2}(T.*)?$/D', $text) !== 1));
        if ($left === []) {
            return null;
        }
        $left = $samples;
        $chosen = [];
        while ($left !== [] && count($chosen) < self::MOST_STYLES) {
            $best = null;
            $least = $left;
            foreach (array_keys(Dates::STYLES) as $style) {
                $unread = array_values(array_filter($left, static fn (string $text): bool => Dates::read($text, $style) === null));
                if (count($unread) < count($least)) {
                    [$best, $least] = [$style, $unread];
                }
            }
            if ($best === null) {
                break;
            }
            $chosen[] = $best;
            $left = $least;
        }

        return $chosen === [] ? null : new Dates($chosen);
    }

    /** @param  list<string>  $samples */
    private static function yesNo(array $samples): ?YesNo
    {
        $usual = new YesNo;
        try {
            array_map($usual->apply(...), $samples);

            return null;
        } catch (Refused) {
            return new YesNo(...self::YES_NO);
        }
    }
}
