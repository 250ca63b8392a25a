<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Fields\Types;

use Kennel\Core\Directory\Fields\Field;
use Kennel\Core\Directory\Fields\FieldReason;
use Kennel\Core\Directory\Fields\FieldType;

/** An address on the web (RFC 3986): http or https, a host with a dot, no user name inside it. */
final readonly class Url implements FieldType
{
    private const LONGEST = 2_000;

    /** In ASCII: other characters travel percent-encoded, or in the host as punycode. */
    private const FORM = '^https?:\/\/[A-Za-z0-9](?:[A-Za-z0-9-]{0,61}[A-Za-z0-9])?(?:\.[A-Za-z0-9](?:[A-Za-z0-9-]{0,61}[A-Za-z0-9])?)+(?::\d{1,5})?(?:[\/?#][!#$%&\'()*+,.\/0-9:;=?@A-Z_a-z~-]*)?$';

    public function read(Field $field, mixed $value, \DateTimeImmutable $now): string
    {
        if (! is_string($value) || strlen($value) > self::LONGEST || preg_match('/'.self::FORM.'/D', $value) !== 1) {
            throw FieldReason::refuse($field, 'url');
        }

        return $value;
    }

    public function schema(Field $field, \DateTimeImmutable $now): array
    {
        return ['type' => 'string', 'maxLength' => self::LONGEST, 'pattern' => self::FORM];
    }
}
