<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Imports\Transforms;

use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;

/** Reads what a plan says of a transform. The one list of the kinds there are. */
final class ReadTransform
{
    private const LONGEST_WORD = 200;

    /** @throws Refused for what is none */
    public static function of(mixed $value): Transform
    {
        $transform = is_array($value) ? match ($value['do'] ?? null) {
            Trim::DO => new Trim,
            LowerCase::DO => new LowerCase,
            Words::DO => self::words($value),
            Dates::DO => self::dates($value),
            YesNo::DO => self::yesNo($value),
            Part::DO => self::part($value),
            default => null,
        } : null;

        return $transform ?? throw new Refused(new Reason('import.transform', 'columns', ['transforms' => [Trim::DO, LowerCase::DO, Words::DO, Dates::DO, YesNo::DO, Part::DO]]));
    }

    /** @param  array<array-key, mixed>  $value */
    private static function words(array $value): ?Words
    {
        $pairs = $value['words'] ?? null;
        $otherwise = $value['otherwise'] ?? 'keep';
        if (! is_array($pairs) || ! array_is_list($pairs) || count($pairs) > Words::MOST || ! in_array($otherwise, Words::OTHERWISE, true)) {
            return null;
        }
        $read = [];
        foreach ($pairs as $pair) {
            if (! is_array($pair) || ! self::isWord($pair[0] ?? null) || ! self::isWord($pair[1] ?? null) || count($pair) !== 2) {
                return null;
            }
            $read[] = [$pair[0], $pair[1]];
        }

        return new Words($read, $otherwise);
    }

    /** @param  array<array-key, mixed>  $value */
    private static function dates(array $value): ?Dates
    {
        $styles = $value['styles'] ?? null;
        $known = is_array($styles) ? array_values(array_filter($styles, static fn (mixed $style): bool => is_string($style) && isset(Dates::STYLES[$style]))) : [];

        return $known !== [] && $known === $styles ? new Dates($known) : null;
    }

    /** @param  array<array-key, mixed>  $value */
    private static function yesNo(array $value): ?YesNo
    {
        $lists = [];
        foreach (['yes' => YesNo::YES, 'no' => YesNo::NO] as $key => $usual) {
            $words = $value[$key] ?? $usual;
            $read = is_array($words) ? array_values(array_filter($words, self::isWord(...))) : [];
            if ($read === [] || $read !== $words || count($read) > 50) {
                return null;
            }
            $lists[$key] = $read;
        }

        return array_intersect(array_map(mb_strtolower(...), $lists['yes']), array_map(mb_strtolower(...), $lists['no'])) === [] ? new YesNo($lists['yes'], $lists['no']) : null;
    }

    /** @param  array<array-key, mixed>  $value */
    private static function part(array $value): ?Part
    {
        $at = $value['at'] ?? null;
        $keep = $value['keep'] ?? null;

        return is_string($at) && $at !== '' && strlen($at) <= 10 && in_array($keep, Part::KEEPS, true) ? new Part($at, $keep) : null;
    }

    /** @phpstan-assert-if-true string $word */
    private static function isWord(mixed $word): bool
    {
        return is_string($word) && mb_strlen($word) <= self::LONGEST_WORD;
    }
}
