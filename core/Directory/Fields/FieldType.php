<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Fields;

use Kennel\Core\Foundation\Reasons\Refused;

/** What one kind of field takes, keeps and says of itself. One class a kind. */
interface FieldType
{
    /**
     * @param  mixed  $value  as JSON has it; neither null nor an empty text, which are "not filled in"
     * @return bool|int|float|string|list<string> the form that is kept; reading what is kept gives the same again
     *
     * @throws Refused with field.* reasons
     */
    public function read(Field $field, mixed $value, \DateTimeImmutable $now): bool|int|float|string|array;

    /**
     * What of this a form can check by itself.
     *
     * @return array<string, mixed> JSON Schema (2020-12)
     */
    public function schema(Field $field, \DateTimeImmutable $now): array;
}
