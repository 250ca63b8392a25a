<?php

declare(strict_types=1);

namespace Kennel\Core\Messaging\Mail;

/** How long to wait after a relay failed: longer each time, and given up after about five hours. */
final class Retry
{
    private const SECONDS = [1 => 10, 2 => 60, 3 => 300, 4 => 1_800, 5 => 14_400];

    /** @return int|null null when it should not be tried again */
    public static function secondsAfter(int $attempts): ?int
    {
        return self::SECONDS[$attempts] ?? null;
    }
}
