<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Fields\Types;

use Kennel\Core\Directory\Fields\Field;
use Kennel\Core\Directory\Fields\FieldReason;
use Kennel\Core\Directory\Fields\FieldType;
use Kennel\Core\Directory\Fields\PhoneNumbers;

/** A telephone number, kept in E.164 form (ITU-T E.164). */
final readonly class Phone implements FieldType
{
    private const LONGEST_TYPED = 40;

    public function __construct(private PhoneNumbers $numbers)
    {
    }

    public function read(Field $field, mixed $value, \DateTimeImmutable $now): string
    {
        $number = is_string($value) && strlen($value) <= self::LONGEST_TYPED ? $this->numbers->e164($value, $field->region) : null;

        return $number ?? throw FieldReason::refuse($field, $field->region === '' ? 'phone' : 'phone_in', ['region' => $field->region]);
    }

    public function schema(Field $field, \DateTimeImmutable $now): array
    {
        // Which numbers there are, no pattern says; that something is typed, one does.
        return ['type' => 'string', 'maxLength' => self::LONGEST_TYPED, 'pattern' => '[^\s\p{Z}]'];
    }
}
