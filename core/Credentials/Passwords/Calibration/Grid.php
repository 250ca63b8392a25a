<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Calibration;

use Kennel\Core\Credentials\Passwords\Argon2idParameters;

/** What is measured: OWASP's and RFC 9106's points, and enough around them to draw a line through each number of passes. */
final class Grid
{
    private const MEMORY = [7_168, 9_216, 12_288, 19_456, 32_768, 47_104, 65_536, 98_304, 131_072, 196_608, 262_144];

    private const PASSES = [1, 2, 3, 4, 5];

    /** KiB times passes: beyond it one hash takes a second and more, and nobody would wait for it. */
    private const MOST_WORK = 400_000;

    /** @return list<Argon2idParameters> the cheapest first, so that the picture fills from the left */
    public static function points(): array
    {
        $points = [];
        foreach (self::MEMORY as $memory) {
            foreach (self::PASSES as $passes) {
                if ($memory * $passes <= self::MOST_WORK) {
                    $points[] = new Argon2idParameters($memory, $passes, 1);
                }
            }
        }

        return $points;
    }
}
