<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Guesses;

/** Characters at one distance from each other: "abcd", "9753". */
final class Sequences implements FindsParts
{
    private const FARTHEST = 5;

    public function in(Characters $characters): array
    {
        $codes = array_map(mb_ord(...), $characters->typed);
        $parts = [];
        $from = 0;
        $step = null;
        for ($at = 1; $at <= count($codes); $at++) {
            $next = $at < count($codes) ? $codes[$at] - $codes[$at - 1] : null;
            if ($next === $step && $next !== null) {
                continue;
            }
            $part = $step === null ? null : $this->part($characters, $from, $at - 1, $step);
            if ($part !== null) {
                $parts[] = $part;
            }
            [$from, $step] = [$at - 1, $next];
        }

        return $parts;
    }

    private function part(Characters $characters, int $from, int $to, int $step): ?Part
    {
        // Two neighbours are a sequence only where the distance is one; "ac" is chance.
        if ($step === 0 || abs($step) > self::FARTHEST || $to - $from + 1 < (abs($step) === 1 ? 2 : 3)) {
            return null;
        }
        $first = $characters->typed[$from];
        $starts = match (true) {
            in_array($first, ['a', 'A', 'z', 'Z', '0', '1', '9'], true) => 4,
            ctype_digit($first) => 10,
            default => 26,
        };

        return new Part(PartKind::Sequence, $from, $to, (float) $starts * ($step < 0 ? 2 : 1) * ($to - $from + 1));
    }
}
