<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Throttling;

/**
 * What share of passwords fall to so many guesses, the likeliest first, where people may choose what they like. From a published list of 32 million
 * passwords that leaked in 2009, as studies give its shares; the figures are from memory. Between two of them it goes by powers of ten.
 */
final class FallingShare
{
    private const SHARES = [1 => 0.009, 10 => 0.021, 100 => 0.046, 1_000 => 0.113, 10_000 => 0.223, 100_000 => 0.38, 1_000_000 => 0.53];

    /** @param  int  $skipped  how many of the likeliest are refused when a password is set, so that guessing them is of no use */
    public static function of(int $guesses, int $skipped): float
    {
        if ($guesses <= 0) {
            return 0.0;
        }
        // What the refused ones would have been is chosen otherwise: the rest is taken to be spread as it was.
        $left = 1 - self::first($skipped);

        return $left <= 0 ? 0.0 : (self::first($skipped + min($guesses, 10 ** 9)) - self::first($skipped)) / $left;
    }

    private static function first(int $guesses): float
    {
        if ($guesses < 1) {
            return 0.0;
        }
        $before = 1;
        foreach (self::SHARES as $at => $share) {
            if ($guesses <= $at) {
                return $at === 1 ? $share : self::SHARES[$before] + ($share - self::SHARES[$before]) * (log10($guesses) - log10($before)) / (log10($at) - log10($before));
            }
            $before = $at;
        }

        return self::SHARES[$before];
    }
}
