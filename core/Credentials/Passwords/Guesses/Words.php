<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Guesses;

/** Words and common passwords, also in capitals, backwards, and with look-alike characters. Guesses: the word's rank, times the ways of disguising it. */
final readonly class Words implements FindsParts
{
    private const SHORTEST = 3;

    private const LONGEST = 30;

    /** @var array<string, int> place, by word */
    private array $known;

    /** @param  list<string>  $known  words of the account and the service, in lower case: tried before all others */
    public function __construct(private WordRanks $ranks, array $known = [])
    {
        $this->known = array_flip($known);
    }

    public function in(Characters $characters): array
    {
        $parts = [];
        $count = $characters->count();
        for ($from = 0; $from <= $count - self::SHORTEST; $from++) {
            $texts = array_fill(0, count($characters->readings) + 1, '');
            for ($to = $from; $to < min($count, $from + self::LONGEST); $to++) {
                foreach ([$characters->lower, ...$characters->readings] as $index => $reading) {
                    $texts[$index] .= $reading[$to];
                }
                if ($to - $from + 1 < self::SHORTEST) {
                    continue;
                }
                // What the first reading leaves as it is, the other does as well.
                foreach ($texts[0] === $texts[1] ? [$texts[0]] : array_unique($texts) as $text) {
                    $this->meant($characters, $from, $to, $text, $texts[0], $parts);
                }
            }
        }

        return $parts;
    }

    /**
     * Adds what a text is forwards and backwards.
     *
     * @param  list<Part>  $parts
     *
     * @param-out list<Part> $parts
     */
    private function meant(
        Characters $characters,
        int $from,
        int $to,
        #[\SensitiveParameter] string $text,
        #[\SensitiveParameter] string $plain,
        array &$parts,
    ): void {
        $disguises = $text === $plain ? [] : ['look_alikes'];
        $found = $this->find($text);
        if ($found !== null) {
            $parts[] = $this->part($found, $characters, $from, $to, $text, $disguises);
        }
        $backwards = strlen($text) === $to - $from + 1 ? strrev($text) : implode('', array_reverse(mb_str_split($text)));
        $found = $backwards === $text ? null : $this->find($backwards);
        if ($found !== null) {
            $parts[] = $this->part($found, $characters, $from, $to, $text, [...$disguises, 'backwards']);
        }
    }

    /** @return array{rank: int, kind: PartKind}|null */
    private function find(#[\SensitiveParameter] string $word): ?array
    {
        $known = $this->known[$word] ?? null;

        return $known === null ? $this->ranks->find($word) : ['rank' => $known + 1, 'kind' => PartKind::Known];
    }

    /**
     * @param  array{rank: int, kind: PartKind}  $found
     * @param  list<string>  $disguises
     */
    private function part(array $found, Characters $characters, int $from, int $to, #[\SensitiveParameter] string $text, array $disguises): Part
    {
        $guesses = (float) $found['rank'] * (in_array('backwards', $disguises, true) ? 2 : 1);
        $typed = array_slice($characters->typed, $from, $to - $from + 1);
        $capitals = $this->waysOfCapitals(implode('', $typed));
        if ($capitals > 1) {
            $disguises = ['capitals', ...$disguises];
        }
        if (in_array('look_alikes', $disguises, true)) {
            $guesses *= $this->waysOfLookAlikes(array_slice($characters->lower, $from, $to - $from + 1), mb_str_split($text));
        }

        return new Part($found['kind'], $from, $to, $guesses * $capitals, $disguises);
    }

    /** The first letter, the last or all of them are tried at once; other ways one after the other. */
    private function waysOfCapitals(#[\SensitiveParameter] string $typed): float
    {
        $capitals = preg_match_all('/\p{Lu}/u', $typed);
        $small = preg_match_all('/\p{Ll}/u', $typed);
        if ($capitals === 0 || $capitals === false) {
            return 1;
        }
        if ($small === 0 || $small === false || preg_match('/^\p{Lu}\P{Lu}+$|^\P{Lu}+\p{Lu}$/u', $typed) === 1) {
            return 2;
        }

        return Combinations::ways($capitals, $small);
    }

    /**
     * Each letter that stands behind a look-alike, by how many of it are so and how many are plain.
     *
     * @param  list<string>  $lower
     * @param  list<string>  $read
     */
    private function waysOfLookAlikes(#[\SensitiveParameter] array $lower, #[\SensitiveParameter] array $read): float
    {
        $changed = [];
        foreach ($read as $index => $letter) {
            if ($letter !== $lower[$index]) {
                $changed[$letter] = ($changed[$letter] ?? 0) + 1;
            }
        }
        $ways = 1.0;
        foreach ($changed as $letter => $times) {
            $plain = count(array_keys($lower, $letter, true));
            $ways *= $plain === 0 ? 2 : Combinations::ways($times, $plain);
        }

        return $ways;
    }
}
