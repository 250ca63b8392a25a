<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Fields\Types;

use Kennel\Core\Directory\Fields\Field;
use Kennel\Core\Directory\Fields\FieldReason;
use Kennel\Core\Directory\Fields\FieldType;
use Symfony\Component\Intl\Countries;

/** A country, by its ISO 3166-1 alpha-2 code in capitals. */
final readonly class Country implements FieldType
{
    public function read(Field $field, mixed $value, \DateTimeImmutable $now): string
    {
        return is_string($value) && Countries::exists($value) ? $value : throw FieldReason::refuse($field, 'country');
    }

    public function schema(Field $field, \DateTimeImmutable $now): array
    {
        return ['enum' => Countries::getCountryCodes()];
    }
}
