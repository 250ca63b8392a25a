<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Guesses;

/** Several words of lists that everybody knows by heart, one after the other: "mondaytuesday", "one-two-three", "RedGreenBlue". */
final class Series implements FindsParts
{
    private const LISTS = [
        'one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen twenty',
        'first second third fourth fifth sixth seventh eighth ninth tenth',
        'monday tuesday wednesday thursday friday saturday sunday',
        'january february march april may june july august september october november december',
        'spring summer autumn winter',
        'morning noon afternoon evening night midnight',
        'red orange yellow green blue indigo violet',
        'north east south west',
        'tiny small medium large huge',
        'alpha bravo charlie delta echo foxtrot golf hotel india juliet kilo lima mike november oscar papa quebec romeo sierra tango uniform victor whiskey xray yankee zulu',
        'mercury venus earth mars jupiter saturn uranus neptune pluto',
        'aries taurus gemini cancer leo virgo libra scorpio sagittarius capricorn aquarius pisces',
        'rat ox tiger rabbit dragon snake horse goat monkey rooster dog pig',
    ];

    /** @var array<string, list<array{int, int}>> the lists a word is of, and its places */
    private array $places = [];

    public function __construct()
    {
        foreach (self::LISTS as $list => $words) {
            foreach (explode(' ', $words) as $place => $word) {
                $this->places[$word][] = [$list, $place];
            }
        }
    }

    public function in(Characters $characters): array
    {
        $text = implode('', $characters->lower);
        $word = '(?:'.implode('|', array_keys($this->places)).')';
        // Backtracks to a shorter word where a longer one would leave the next without its beginning.
        if (preg_match_all("/{$word}(?:([^\p{L}\p{N}]?){$word})+/u", $text, $found, PREG_OFFSET_CAPTURE) < 1) {
            return [];
        }
        $parts = [];
        foreach ($found[0] as [$series, $offset]) {
            preg_match_all("/{$word}/u", $series, $words);
            $from = mb_strlen(substr($text, 0, $offset));
            $to = $from + mb_strlen($series) - 1;
            $isPlain = $series === implode('', $words[0]);
            $capitals = preg_match('/\p{Lu}/u', implode('', array_slice($characters->typed, $from, $to - $from + 1))) === 1 ? 2 : 1;
            $parts[] = new Part(PartKind::Series, $from, $to, $this->guesses($words[0]) * ($isPlain ? 1 : 10) * $capitals);
        }

        return $parts;
    }

    /**
     * In the list's own order, or its reverse, only the beginning has to be guessed; else each word.
     *
     * @param  list<string>  $words
     */
    private function guesses(#[\SensitiveParameter] array $words): float
    {
        $all = count($this->places);
        $steps = array_unique(array_map(fn (string $one, string $next): ?int => $this->step($one, $next), array_slice($words, 0, -1), array_slice($words, 1)));

        return count($steps) === 1 && abs($steps[0] ?? 0) === 1 ? 2.0 * $all * count($words) : (float) $all ** count($words);
    }

    /** How far the second is behind the first in a list of both; null where there is none. */
    private function step(string $one, string $next): ?int
    {
        foreach ($this->places[$one] as [$list, $place]) {
            foreach ($this->places[$next] as [$other, $itsPlace]) {
                if ($list === $other) {
                    return $itsPlace - $place;
                }
            }
        }

        return null;
    }
}
