<?php

declare(strict_types=1);

namespace Kennel\Core\Foundation\Text;

/**
 * Keeps a spreadsheet from taking a text for a formula (OWASP, CSV Injection): what begins with a sign that a formula begins with is given an
 * apostrophe before it. The file says of which cells that is so.
 */
final class Harmless
{
    /** OWASP's list, and the full-width forms that some programs read as the same. A line break begins a new cell in some. */
    private const BEGINS = '/^[=+\-@\t\r\n\x{FF1D}\x{FF0B}\x{FF0D}\x{FF20}]/u';

    /** The bytes such a sign can begin with: what begins otherwise needs no second look. */
    private const FIRST_BYTES = "=+-@\t\r\n\xEF";

    public static function isFormula(string $text): bool
    {
        if ($text === '' || strpbrk($text[0], self::FIRST_BYTES) === false) {
            return false;
        }

        // Numbers may begin with a sign: phone numbers do not count as such.
        return preg_match(self::BEGINS, $text) === 1 && preg_match('/^-?\d{1,15}(\.\d{1,15})?$/D', $text) !== 1;
    }

    public static function text(string $text): string
    {
        return self::isFormula($text) ? "'{$text}" : $text;
    }
}
