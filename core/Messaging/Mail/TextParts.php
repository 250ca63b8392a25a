<?php

declare(strict_types=1);

namespace Kennel\Core\Messaging\Mail;

/**
 * Into how many parts a text message is cut, and what they are counted in (3GPP TS 23.038): septets of the GSM 7-bit default alphabet, of which its extension
 * table takes two, or UCS-2 where one sign is in neither. A single part holds 160 or 70; of several each gives six octets to its header and holds 153 or 67.
 */
final readonly class TextParts
{
    /** TS 23.038 §6.2.1. */
    private const GSM = "@£\$¥èéùìòÇ\nØø\rÅåΔ_ΦΓΛΩΠΨΣΘΞÆæßÉ !\"#¤%&'()*+,-./0123456789:;<=>?¡ABCDEFGHIJKLMNOPQRSTUVWXYZÄÖÑÜ§¿abcdefghijklmnopqrstuvwxyzäöñüà";

    /** TS 23.038 §6.2.1.1: an escape and a septet. */
    private const EXTENSION = "\f^{}\\[~]|€";

    private const SINGLE = ['gsm7' => 160, 'ucs2' => 70];

    private const OF_SEVERAL = ['gsm7' => 153, 'ucs2' => 67];

    /**
     * @param  'gsm7'|'ucs2'  $alphabet
     * @param  int  $units  septets, or pairs of octets
     * @param  int  $left  that the last part would still hold
     */
    private function __construct(public string $alphabet, public int $units, public int $parts, public int $left)
    {
    }

    public static function of(string $text): self
    {
        $signs = mb_str_split($text);
        $septets = array_map(self::septets(...), $signs);
        $isGsm = ! in_array(0, $septets, true);
        // A sign beyond the basic plane is two units, and neither it nor an escaped one is cut in two.
        $sizes = $isGsm ? $septets : array_map(static fn (string $sign): int => mb_ord($sign) > 0xFFFF ? 2 : 1, $signs);
        $alphabet = $isGsm ? 'gsm7' : 'ucs2';
        $units = array_sum($sizes);
        if ($units <= self::SINGLE[$alphabet]) {
            return new self($alphabet, $units, 1, self::SINGLE[$alphabet] - $units);
        }
        [$parts, $filled] = [1, 0];
        foreach ($sizes as $size) {
            if ($filled + $size > self::OF_SEVERAL[$alphabet]) {
                [$parts, $filled] = [$parts + 1, 0];
            }
            $filled += $size;
        }

        return new self($alphabet, $units, $parts, self::OF_SEVERAL[$alphabet] - $filled);
    }

    /** @return int 0 for a sign that the alphabet has not */
    private static function septets(string $sign): int
    {
        return mb_strpos(self::GSM, $sign) !== false ? 1 : (mb_strpos(self::EXTENSION, $sign) !== false ? 2 : 0);
    }
}
