<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Fields;

use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;

/** Makes the reasons of a field, each naming the field as the request does. */
final class FieldReason
{
    /** @param  array<string, int|string|list<string>>  $parameters */
    public static function of(Field $field, string $why, array $parameters = []): Reason
    {
        return new Reason("field.{$why}", $field->path(), ['label' => $field->label, ...$parameters]);
    }

    /** @param  array<string, int|string|list<string>>  $parameters */
    public static function refuse(Field $field, string $why, array $parameters = []): Refused
    {
        return new Refused(self::of($field, $why, $parameters));
    }
}
