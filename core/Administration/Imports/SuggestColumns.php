<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Imports;

use Kennel\Core\Administration\Imports\Transforms\Part;
use Kennel\Core\Administration\Imports\Transforms\Transform;

/** Suggests what the columns of a table become, each target once: the first column that suggests it has it. */
final readonly class SuggestColumns
{
    public function __construct(private SuggestTarget $target, private SuggestTransforms $transforms)
    {
    }

    /**
     * @param  list<string>  $columns
     * @param  list<array<string, mixed>>  $rows  the first ones, by column
     * @return list<ImportColumn>
     */
    public function __invoke(array $columns, array $rows, ImportFacts $facts): array
    {
        $suggested = [];
        foreach ($columns as $column) {
            $samples = self::texts(array_column($rows, $column));
            $target = ($this->target)($column, $samples);
            if ($target === null || isset($suggested[$target])) {
                continue;
            }
            $transforms = ($this->transforms)($target, $samples, $facts);
            if ($target === 'name' && self::isFamilyFirst($samples)) {
                $suggested['given_name'] ??= new ImportColumn($column, 'given_name', self::part($transforms, 'after_first'));
                $suggested['family_name'] ??= new ImportColumn($column, 'family_name', self::part($transforms, 'before_first'));
            } else {
                $suggested[$target] = new ImportColumn($column, $target, $transforms);
            }
        }
        if (isset($suggested['name'])) {
            unset($suggested['given_name'], $suggested['family_name']);
        }

        return array_values($suggested);
    }

    /**
     * @param  array<array-key, mixed>  $cells
     * @return list<string>
     */
    private static function texts(array $cells): array
    {
        $texts = [];
        foreach ($cells as $cell) {
            foreach (is_array($cell) ? $cell : [$cell] as $one) {
                $text = is_bool($one) ? ($one ? 'yes' : 'no') : (is_scalar($one) ? (string) $one : '');
                if (trim($text) !== '') {
                    $texts[] = $text;
                }
            }
        }

        return $texts;
    }

    /** @param  list<string>  $samples */
    private static function isFamilyFirst(array $samples): bool
    {
        return Samples::share($samples, '/^[^,]+,\s*[^,]+$/u') > 0.8;
    }

    /**
     * @param  list<Transform>  $transforms
     * @param  value-of<Part::KEEPS>  $keep
     * @return list<Transform>
     */
    private static function part(array $transforms, string $keep): array
    {
        return [...$transforms, new Part(',', $keep)];
    }
}
