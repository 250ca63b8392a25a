<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Accounts;

use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Text\Unicode;

/** What a person wants to be called, in any script: trimmed, NFC, one line. */
final readonly class PersonName
{
    /** In code points: long enough for every real name we could find, short enough for a table. */
    public const MAXIMUM = 120;

    private function __construct(public string $value)
    {
    }

    /** @throws Refused with name.required, name.too_long or name.characters */
    public static function parse(string $text): self
    {
        $trimmed = Unicode::trim($text);
        if ($trimmed === null) {
            throw new Refused(new Reason('name.characters', 'name'));
        }
        if ($trimmed === '') {
            throw new Refused(new Reason('name.required', 'name'));
        }
        if (mb_strlen($trimmed) > self::MAXIMUM) {
            throw new Refused(new Reason('name.too_long', 'name', ['maximum' => self::MAXIMUM, 'length' => mb_strlen($trimmed)]));
        }
        $normal = Unicode::nfc($trimmed);
        // Joiners (U+200C, U+200D) belong to several scripts; direction overrides would let a name rearrange the text around it.
        if ($normal === null || preg_match('/[\p{Cc}\p{Cs}\p{Co}\p{Cn}\x{2028}\x{2029}\x{202A}-\x{202E}\x{2066}-\x{2069}\x{FEFF}]/u', $normal) === 1
            || preg_match('/[^\p{C}\p{Z}\p{M}]/u', $normal) !== 1) {
            throw new Refused(new Reason('name.characters', 'name'));
        }

        return new self($normal);
    }
}
