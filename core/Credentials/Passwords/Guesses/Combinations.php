<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Guesses;

/** In how many ways a disguise can be put over a word. */
final class Combinations
{
    /** Of one kind `$some`, of the other `$others`: as many ways as there are to choose up to the fewer of them from all. */
    public static function ways(int $some, int $others): float
    {
        $ways = 0.0;
        for ($chosen = 1; $chosen <= min($some, $others); $chosen++) {
            $ways += self::choose($some + $others, $chosen);
        }

        return $ways;
    }

    public static function choose(int $from, int $some): float
    {
        $ways = 1.0;
        for ($step = 1; $step <= $some; $step++) {
            $ways = $ways * ($from - $some + $step) / $step;
        }

        return $ways;
    }
}
