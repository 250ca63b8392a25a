<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Fields\Types;

use Kennel\Core\Directory\Fields\Choices;
use Kennel\Core\Directory\Fields\Field;
use Kennel\Core\Directory\Fields\FieldReason;
use Kennel\Core\Directory\Fields\FieldType;

/** Any of the choices, each once; kept in the order of the field, since they are a set. */
final readonly class SeveralChoices implements FieldType
{
    /** @return list<string> */
    public function read(Field $field, mixed $value, \DateTimeImmutable $now): array
    {
        if (! is_array($value) || ! array_is_list($value)) {
            throw FieldReason::refuse($field, 'type_list');
        }
        $chosen = [];
        foreach ($value as $item) {
            $chosen[] = is_string($item) ? Choices::exactly($field, $item) : throw FieldReason::refuse($field, 'type_list');
        }
        if (count(array_unique($chosen)) !== count($chosen)) {
            throw FieldReason::refuse($field, 'choices_twice');
        }
        if (count($chosen) < ($field->minimum ?? 0)) {
            throw FieldReason::refuse($field, 'choices_too_few', ['minimum' => (int) $field->minimum]);
        }
        if ($field->maximum !== null && count($chosen) > $field->maximum) {
            throw FieldReason::refuse($field, 'choices_too_many', ['maximum' => (int) $field->maximum]);
        }

        return array_values(array_intersect(array_map(strval(...), array_keys($field->choices)), $chosen));
    }

    public function schema(Field $field, \DateTimeImmutable $now): array
    {
        return [
            'type' => 'array',
            'items' => ['enum' => Choices::offered($field)],
            'uniqueItems' => true,
            'minItems' => max((int) $field->minimum, 1),
            ...$field->maximum === null ? [] : ['maxItems' => (int) $field->maximum],
        ];
    }
}
