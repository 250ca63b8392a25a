<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Guesses;

/** Days of the calendar in the orders people write them, with or without marks between, and years by themselves. */
final readonly class Dates implements FindsParts
{
    /** Years nearer than this are all tried alike. */
    private const NEAR = 20;

    private const EARLIEST = 1000;

    private const LATEST = 2050;

    /** @param  int  $year  the present one */
    public function __construct(private int $year)
    {
    }

    public function in(Characters $characters): array
    {
        $parts = [];
        for ($from = 0; $from < $characters->count() - 3; $from++) {
            $text = '';
            for ($to = $from; $to < min($characters->count(), $from + 10); $to++) {
                $text .= $characters->typed[$to];
                $part = $to - $from < 3 ? null : $this->part($text, $from, $to);
                if ($part !== null) {
                    $parts[] = $part;
                }
            }
        }

        return $parts;
    }

    private function part(#[\SensitiveParameter] string $text, int $from, int $to): ?Part
    {
        if (preg_match('/^(?:19\d\d|20[0-4]\d)$/D', $text) === 1) {
            return new Part(PartKind::Year, $from, $to, (float) max(abs((int) $text - $this->year), self::NEAR));
        }
        if (preg_match('/^\d{4,8}$/D', $text) === 1) {
            $year = $this->closest($this->splits($text));

            return $year === null ? null : new Part(PartKind::Date, $from, $to, 365.0 * max(abs($year - $this->year), self::NEAR));
        }
        if (preg_match('/^(\d{1,4})([\s\/\\\\_.-])(\d{1,2})\2(\d{1,4})$/D', $text, $part) === 1) {
            $year = $this->year([$part[1], $part[3], $part[4]]);

            // Which mark it is has to be guessed too.
            return $year === null ? null : new Part(PartKind::Date, $from, $to, 4 * 365.0 * max(abs($year - $this->year), self::NEAR));
        }

        return null;
    }

    /** @return list<array{string, string, string}> the ways in which digits without marks fall into three */
    private function splits(string $digits): array
    {
        $ways = [4 => [[1, 2], [2, 3]], 5 => [[1, 3], [2, 3]], 6 => [[1, 2], [2, 4], [4, 5]], 7 => [[1, 3], [2, 3], [4, 5], [4, 6]], 8 => [[2, 4], [4, 6]]][strlen($digits)] ?? [];

        return array_map(
            static fn (array $way): array => [substr($digits, 0, $way[0]), substr($digits, $way[0], $way[1] - $way[0]), substr($digits, $way[1])],
            $ways,
        );
    }

    /** @param  list<array{string, string, string}>  $splits */
    private function closest(array $splits): ?int
    {
        $years = array_filter(array_map($this->year(...), $splits), static fn (?int $year): bool => $year !== null);
        usort($years, fn (int $one, int $other): int => abs($one - $this->year) <=> abs($other - $this->year));

        return $years[0] ?? null;
    }

    /**
     * The year that stands first or last, if the other two are a day and a month.
     *
     * @param  array{string, string, string}  $numbers
     */
    private function year(array $numbers): ?int
    {
        foreach ([[$numbers[2], $numbers[0], $numbers[1]], [$numbers[0], $numbers[1], $numbers[2]]] as [$year, $one, $other]) {
            $full = match (true) {
                strlen($year) === 4 && (int) $year >= self::EARLIEST && (int) $year <= self::LATEST => (int) $year,
                strlen($year) === 2 => (int) $year > 50 ? 1900 + (int) $year : 2000 + (int) $year,
                default => null,
            };
            $isDay = (int) $one >= 1 && (int) $other >= 1 && min((int) $one, (int) $other) <= 12 && max((int) $one, (int) $other) <= 31;
            if ($full !== null && $isDay) {
                return $full;
            }
        }

        return null;
    }
}
