<?php

declare(strict_types=1);

namespace Kennel\Core\Fields\Types;

use Kennel\Core\Fields\Choices;
use Kennel\Core\Fields\Field;
use Kennel\Core\Fields\FieldReason;
use Kennel\Core\Fields\FieldType;

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
