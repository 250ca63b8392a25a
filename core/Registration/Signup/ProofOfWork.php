<?php

declare(strict_types=1);

namespace Kennel\Core\Registration\Signup;

/**
 * A little work that a page does before it sends: find a number whose SHA-256 with the form's challenge begins with so many zero
 * bits. Cheap to check, and a nuisance to whoever wants thousands.
 */
final class ProofOfWork
{
    /** Above this a phone would work for a minute. */
    public const MOST_BITS = 22;

    /**
     * Hashes per second of the page's worker on a slow phone: an eighth (from memory) of what bin/bench measures in a browser here.
     */
    public const SLOW_PHONE = 11_500;

    public static function isDone(string $challenge, string $answer, int $bits): bool
    {
        if (preg_match('/^\d{1,12}$/D', $answer) !== 1) {
            return $bits === 0;
        }

        return self::zeroBits(hash('sha256', "{$challenge}:{$answer}", binary: true)) >= $bits;
    }

    /** Seconds it takes on a slow phone, on average. */
    public static function seconds(int $bits): float
    {
        return $bits === 0 ? 0.0 : 2 ** $bits / self::SLOW_PHONE;
    }

    private static function zeroBits(string $digest): int
    {
        $zeros = 0;
        foreach (str_split($digest) as $byte) {
            if ($byte !== "\0") {
                return $zeros + 8 - strlen(decbin(ord($byte)));
            }
            $zeros += 8;
        }

        return $zeros;
    }
}
