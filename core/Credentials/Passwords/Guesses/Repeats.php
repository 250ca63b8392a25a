<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Guesses;

/** The same over and over: guesses of what is repeated, times how often. */
final readonly class Repeats implements FindsParts
{
    /** @param  \Closure(string): Estimate  $estimate  of what is repeated */
    public function __construct(private \Closure $estimate)
    {
    }

    public function in(Characters $characters): array
    {
        $parts = [];
        $count = $characters->count();
        $from = 0;
        while ($from < $count - 1) {
            $best = $this->longestFrom($characters->typed, $from, $count);
            if ($best === null) {
                $from++;

                continue;
            }
            [$unit, $times] = $best;
            $to = $from + $unit * $times - 1;
            $repeated = implode('', array_slice($characters->typed, $from, $unit));
            $parts[] = new Part(PartKind::Repeat, $from, $to, 10 ** ($this->estimate)($repeated)->guesses * $times);
            $from = $to + 1;
        }

        return $parts;
    }

    /**
     * @param  list<string>  $typed
     * @return array{int, int}|null how long what is repeated is, and how often it stands there
     */
    private function longestFrom(#[\SensitiveParameter] array $typed, int $from, int $count): ?array
    {
        $best = null;
        for ($unit = 1; $from + 2 * $unit <= $count; $unit++) {
            $end = $from + $unit;
            while ($end < $count && $typed[$end] === $typed[$end - $unit]) {
                $end++;
            }
            $times = intdiv($end - $from, $unit);
            // The shortest unit that covers as much: "aaaa" is four times "a", not twice "aa".
            if ($times >= 2 && ($best === null || $unit * $times > $best[0] * $best[1])) {
                $best = [$unit, $times];
            }
        }

        return $best;
    }
}
