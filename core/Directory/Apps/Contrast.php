<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Apps;

/** Contrast of two sRGB colours (WCAG 2.2, "relative luminance" and "contrast ratio"). */
final class Contrast
{
    /** WCAG 2.2 §1.4.3: text of ordinary size. */
    public const TEXT = 4.5;

    /** WCAG 2.2 §1.4.11: controls and large text. */
    public const CONTROL = 3.0;

    /**
     * @param  string  $one  "#rrggbb"
     * @param  string  $other  "#rrggbb"
     * @return float from 1 to 21
     */
    public static function ratio(string $one, string $other): float
    {
        $light = max(self::luminance($one), self::luminance($other));
        $dark = min(self::luminance($one), self::luminance($other));

        return ($light + 0.05) / ($dark + 0.05);
    }

    private static function luminance(string $colour): float
    {
        [$red, $green, $blue] = array_map(self::linear(...), str_split(ltrim($colour, '#'), 2));

        return 0.2126 * $red + 0.7152 * $green + 0.0722 * $blue;
    }

    private static function linear(string $hex): float
    {
        $share = hexdec($hex) / 255;

        return $share <= 0.04045 ? $share / 12.92 : (($share + 0.055) / 1.055) ** 2.4;
    }
}
