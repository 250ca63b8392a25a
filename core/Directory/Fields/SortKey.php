<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Fields;

use Kennel\Core\Foundation\Text\SearchText;

/** The text by which a stored value is sorted and filtered, so that one index serves every kind of field. */
final class SortKey
{
    private const LENGTH = 80;

    public static function of(bool|int|float|string $value): string
    {
        return match (true) {
            is_bool($value) => $value ? '1' : '0',
            is_string($value) => mb_substr(implode(' ', SearchText::words($value)), 0, self::LENGTH),
            default => self::number((float) $value),
        };
    }

    /** The bits of a double (IEEE 754), turned so that they compare as text like the numbers do. */
    private static function number(float $value): string
    {
        // Adding zero makes −0.0 the same as 0.0.
        $bits = strrev(pack('e', $value + 0.0));

        return bin2hex((ord($bits[0]) & 0x80) === 0 ? chr(ord($bits[0]) | 0x80).substr($bits, 1) : ~$bits);
    }
}
