<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Fields\Types;

use Kennel\Core\Directory\Fields\Field;
use Kennel\Core\Directory\Fields\FieldReason;
use Kennel\Core\Directory\Fields\FieldType;

/** A JSON number that a double holds exactly enough: at most fifteen digits before the point. */
final readonly class Number implements FieldType
{
    private const LARGEST = 999_999_999_999_999;

    public function read(Field $field, mixed $value, \DateTimeImmutable $now): int|float
    {
        if (! is_int($value) && ! is_float($value)) {
            throw FieldReason::refuse($field, 'type_number');
        }
        $minimum = $field->minimum ?? -self::LARGEST;
        $maximum = $field->maximum ?? self::LARGEST;
        if ($value < $minimum) {
            throw FieldReason::refuse($field, 'too_small', ['minimum' => (string) $minimum]);
        }
        if ($value > $maximum) {
            throw FieldReason::refuse($field, 'too_large', ['maximum' => (string) $maximum]);
        }

        // 2.0 and 2 are one number, and are kept as one.
        return is_float($value) && floor($value) === $value ? (int) $value : $value;
    }

    public function schema(Field $field, \DateTimeImmutable $now): array
    {
        return ['type' => 'number', 'minimum' => $field->minimum ?? -self::LARGEST, 'maximum' => $field->maximum ?? self::LARGEST];
    }
}
