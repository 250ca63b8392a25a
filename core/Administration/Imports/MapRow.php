<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Imports;

use Kennel\Core\Administration\Imports\Transforms\Transform;
use Kennel\Core\Directory\Fields\FieldKind;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;

/** Makes of a file's row, by its columns, the values by what they become. Nothing is judged yet but what cannot be read at all. */
final readonly class MapRow
{
    public function __construct(private FieldRules $fields)
    {
    }

    /**
     * @param  array<string, mixed>  $cells  by column, as JSON has them; objects are \stdClass
     * @return array{array<string, mixed>, list<Reason>} values by target, and what of them could not be read
     */
    public function __invoke(#[\SensitiveParameter] array $cells, ImportPlan $plan): array
    {
        $values = [];
        $reasons = [];
        foreach ($plan->columns as $column) {
            if (! array_key_exists($column->from, $cells)) {
                continue;
            }
            try {
                $values[$column->to] = $this->value($cells[$column->from], $column);
            } catch (Refused $refused) {
                if (! $column->leavesOut) {
                    $reasons[] = new Reason($refused->reason->code, $column->to, [...$refused->reason->parameters, 'column' => $column->from]);
                }
            }
        }

        return [$values, $reasons];
    }

    /** @throws Refused */
    private function value(#[\SensitiveParameter] mixed $cell, ImportColumn $column): mixed
    {
        $field = ImportTargets::field($column->to, $this->fields);
        $isList = in_array($column->to, ImportTargets::LISTS, true) || $field?->kind === FieldKind::SeveralChoices;
        if ($column->transforms !== [] && (is_int($cell) || is_float($cell) || is_bool($cell))) {
            $cell = is_bool($cell) ? ($cell ? 'yes' : 'no') : (string) $cell;
        }
        if ($isList && is_string($cell)) {
            $cell = FieldText::split($cell);
        }
        if (is_array($cell)) {
            $cell = array_map(static fn (mixed $one): mixed => is_string($one) ? self::transform($one, $column->transforms) : $one, $cell);

            return $isList ? array_values(array_filter($cell, static fn (mixed $one): bool => $one !== '' && $one !== null)) : $cell;
        }
        if (! is_string($cell)) {
            return $cell;
        }
        $text = self::transform($cell, $column->transforms);

        return $field === null ? $text : FieldText::read($field, $text);
    }

    /**
     * @param  list<Transform>  $transforms
     *
     * @throws Refused
     */
    private static function transform(#[\SensitiveParameter] string $text, array $transforms): string
    {
        foreach ($transforms as $transform) {
            $text = $transform->apply($text);
        }

        return $text;
    }
}
