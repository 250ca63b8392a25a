<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Fields\Types;

use Kennel\Core\Directory\Fields\Field;
use Kennel\Core\Directory\Fields\FieldReason;
use Kennel\Core\Directory\Fields\FieldType;

/** A picture, by the id it got when it was sent. Whose it is, the act that stores it knows. */
final readonly class Picture implements FieldType
{
    private const ID = '^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$';

    public function read(Field $field, mixed $value, \DateTimeImmutable $now): string
    {
        return is_string($value) && preg_match('/'.self::ID.'/D', $value) === 1 ? $value : throw FieldReason::refuse($field, 'picture');
    }

    public function schema(Field $field, \DateTimeImmutable $now): array
    {
        return ['type' => 'string', 'pattern' => self::ID];
    }
}
