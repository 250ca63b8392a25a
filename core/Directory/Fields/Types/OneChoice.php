<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Fields\Types;

use Kennel\Core\Directory\Fields\Choices;
use Kennel\Core\Directory\Fields\Field;
use Kennel\Core\Directory\Fields\FieldReason;
use Kennel\Core\Directory\Fields\FieldType;

/** One of the choices, by its stored value, compared exactly. */
final readonly class OneChoice implements FieldType
{
    public function read(Field $field, mixed $value, \DateTimeImmutable $now): string
    {
        if (! is_string($value)) {
            throw FieldReason::refuse($field, 'type_text');
        }

        return Choices::exactly($field, $value);
    }

    public function schema(Field $field, \DateTimeImmutable $now): array
    {
        return ['enum' => Choices::offered($field)];
    }
}
