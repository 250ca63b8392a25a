<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Fields\Types;

use Kennel\Core\Directory\Fields\Field;
use Kennel\Core\Directory\Fields\FieldReason;
use Kennel\Core\Directory\Fields\FieldType;

/** Yes or no. Required means answered, not agreed to. */
final readonly class YesNo implements FieldType
{
    public function read(Field $field, mixed $value, \DateTimeImmutable $now): bool
    {
        return is_bool($value) ? $value : throw FieldReason::refuse($field, 'type_boolean');
    }

    public function schema(Field $field, \DateTimeImmutable $now): array
    {
        return ['type' => 'boolean'];
    }
}
