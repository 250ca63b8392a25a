<?php

declare(strict_types=1);

namespace Kennel\Core\Foundation\Text;

/**
 * Folds text to the words that a search compares: case, accents and punctuation gone, every script kept.
 */
final class SearchText
{
    /** @return list<string> */
    public static function words(string $text): array
    {
        $folded = Unicode::fold($text);
        $bare = preg_replace('/\p{M}+/u', '', Unicode::nfkd($folded) ?? $folded) ?? '';
        $words = preg_split('/[^\p{L}\p{N}]+/u', $bare, -1, PREG_SPLIT_NO_EMPTY);

        return $words === false ? [] : $words;
    }

    /** The words of several texts, each once, a space between and before: the column that is searched. */
    public static function column(string ...$texts): string
    {
        $words = [];
        foreach ($texts as $text) {
            $words = [...$words, ...self::words($text)];
        }

        return ' '.implode(' ', array_unique($words));
    }
}
