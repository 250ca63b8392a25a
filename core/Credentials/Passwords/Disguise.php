<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords;

use Kennel\Core\Foundation\Text\Unicode;

/** Takes off what people put over a word to make it a password: capitals, accents, look-alike characters, digits at either end, the word backwards. */
final class Disguise
{
    public const LOOK_ALIKES = [
        '0' => 'o',
        '1' => 'i',
        '3' => 'e',
        '4' => 'a',
        '5' => 's',
        '7' => 't',
        '8' => 'b',
        '@' => 'a',
        '$' => 's',
        '!' => 'i',
        '|' => 'l',
        '€' => 'e',
    ];

    /** @return list<string> what may be meant, each once; the folded text first */
    public static function undo(#[\SensitiveParameter] string $text): array
    {
        $folded = preg_replace('/\p{M}+/u', '', Unicode::nfkd(Unicode::fold($text)) ?? $text) ?? $text;
        $bare = preg_replace('/^[^\p{L}]+|[^\p{L}]+$/u', '', $folded) ?? $folded;
        $plain = [];
        foreach ([$folded, $bare] as $form) {
            $letters = strtr($form, self::LOOK_ALIKES);
            $plain = [...$plain, $form, $letters, strtr($form, ['1' => 'l'] + self::LOOK_ALIKES), implode('', array_reverse(mb_str_split($letters)))];
        }

        return array_values(array_unique(array_filter($plain, static fn (string $one): bool => $one !== '')));
    }
}
