<?php

declare(strict_types=1);

namespace Kennel\Core\Foundation\Text;

/** Unicode's normal forms (UAX #15) and full case folding, with a type that says when the text was not UTF-8. */
final class Unicode
{
    public static function nfc(string $text): ?string
    {
        return self::normalize($text, \Normalizer::FORM_C);
    }

    /** Compatibility forms composed: full-width letters and ligatures become the plain ones. */
    public static function nfkc(string $text): ?string
    {
        return self::normalize($text, \Normalizer::FORM_KC);
    }

    /** Compatibility forms taken apart, so that marks stand alone. */
    public static function nfkd(string $text): ?string
    {
        return self::normalize($text, \Normalizer::FORM_KD);
    }

    public static function fold(string $text): string
    {
        return mb_convert_case($text, MB_CASE_FOLD, 'UTF-8');
    }

    /** Without the white space, of any script, around it; null when it is not UTF-8. */
    public static function trim(string $text): ?string
    {
        return preg_replace('/^[\s\p{Z}]+|[\s\p{Z}]+$/u', '', $text);
    }

    private static function normalize(string $text, int $form): ?string
    {
        $normal = \Normalizer::normalize($text, $form);

        return is_string($normal) ? $normal : null;
    }
}
