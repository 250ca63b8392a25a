<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Guesses;

/** Ways from key to neighbouring key on a keyboard, by how often they turn: "qwerty", "1qaz2wsx", "159" on the number pad. */
final readonly class Walks implements FindsParts
{
    /** Rows as on an ANSI keyboard, with and without shift; each row begins a half or a quarter of a key further right. */
    private const KEYBOARD = [
        ['`1234567890-=', '~!@#$%^&*()_+', 0.0], ['qwertyuiop[]\\', 'QWERTYUIOP{}|', 1.5], ['asdfghjkl;\'', 'ASDFGHJKL:"', 1.75], ['zxcvbnm,./', 'ZXCVBNM<>?', 2.25],
    ];

    private const PAD = [['789', '789', 0.0], ['456', '456', 0.0], ['123', '123', 0.0]];

    /** @var list<array<string, array{float, int, bool}>> for each keyboard: column, row and shift by character */
    private array $keyboards;

    public function __construct()
    {
        $this->keyboards = array_map($this->places(...), [self::KEYBOARD, self::PAD]);
    }

    public function in(Characters $characters): array
    {
        $parts = [];
        foreach ($this->keyboards as $keyboard) {
            $from = 0;
            $turns = 0;
            $direction = null;
            for ($at = 1; $at <= $characters->count(); $at++) {
                $next = $at < $characters->count() ? $this->direction($keyboard, $characters->typed[$at - 1], $characters->typed[$at]) : null;
                if ($next !== null) {
                    $turns += $next === $direction ? 0 : 1;
                    $direction = $next;

                    continue;
                }
                if ($at - $from > 2) {
                    $parts[] = new Part(PartKind::Walk, $from, $at - 1, $this->guesses($keyboard, array_slice($characters->typed, $from, $at - $from), $turns));
                }
                [$from, $turns, $direction] = [$at, 0, null];
            }
        }

        return $parts;
    }

    /**
     * @param  array<string, array{float, int, bool}>  $keyboard
     * @return string|null null for keys that are not neighbours
     */
    private function direction(array $keyboard, string $one, string $other): ?string
    {
        if (! isset($keyboard[$one], $keyboard[$other])) {
            return null;
        }
        $across = $keyboard[$other][0] - $keyboard[$one][0];
        $down = $keyboard[$other][1] - $keyboard[$one][1];

        return abs($down) > 1 || abs($across) > 1.0 || ($down === 0 && abs($across) < 0.5) ? null : ($across <=> 0.0).'/'.$down;
    }

    /**
     * All walks of up to this length and this many turns, from any key, on keys with so many neighbours.
     *
     * @param  array<string, array{float, int, bool}>  $keyboard
     * @param  list<string>  $typed
     */
    private function guesses(array $keyboard, #[\SensitiveParameter] array $typed, int $turns): float
    {
        $isPad = count($keyboard) === 9;
        [$keys, $neighbours] = $isPad ? [15.0, 5.07] : [47.0, 4.6];
        $guesses = 0.0;
        $length = count($typed);
        for ($long = 2; $long <= $length; $long++) {
            for ($turn = 1; $turn <= min($turns, $long - 1); $turn++) {
                $guesses += Combinations::choose($long - 1, $turn - 1) * $keys * $neighbours ** $turn;
            }
        }
        $shifted = count(array_filter($typed, static fn (string $key): bool => $keyboard[$key][2]));

        return $guesses * match ($shifted) {
            0 => 1.0,
            $length => 2.0,
            default => Combinations::ways($shifted, $length - $shifted),
        };
    }

    /**
     * @param  list<array{string, string, float}>  $rows
     * @return array<string, array{float, int, bool}>
     */
    private function places(array $rows): array
    {
        $places = [];
        foreach ($rows as $row => [$plain, $shifted, $indent]) {
            foreach (str_split($shifted) as $column => $key) {
                $places[$key] = [$indent + $column, $row, true];
            }
            foreach (str_split($plain) as $column => $key) {
                $places[$key] = [$indent + $column, $row, false];
            }
        }

        return $places;
    }
}
