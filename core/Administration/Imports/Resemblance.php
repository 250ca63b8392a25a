<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Imports;

use Kennel\Core\Foundation\Text\SearchText;

/** Which of our words another service's word probably means: the same but for case, spaces and accents, or two letters wrong. */
final class Resemblance
{
    /** Shorter words resemble too many. */
    private const SHORTEST = 4;

    /**
     * @param  array<string, list<string>>  $names  what each of ours is called, by what is stored
     * @return string|null what is stored; null for nothing, or several alike
     */
    public static function likely(string $word, array $names): ?string
    {
        $bare = self::bare($word);
        $near = [];
        foreach ($names as $stored => $called) {
            foreach ([$stored, ...$called] as $name) {
                if ($bare !== '' && self::bare($name) === $bare) {
                    return $stored;
                }
                if (strlen($bare) >= self::SHORTEST && levenshtein(substr($bare, 0, 255), substr(self::bare($name), 0, 255)) <= min(2, intdiv(strlen($bare), 3))) {
                    $near[$stored] = true;
                }
            }
        }

        return count($near) === 1 ? array_key_first($near) : null;
    }

    public static function bare(string $text): string
    {
        return implode('', SearchText::words($text));
    }
}
