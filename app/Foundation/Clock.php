<?php

declare(strict_types=1);

namespace Kennel\App\Foundation;

use Psr\Clock\ClockInterface;

/** The machine's clock, always UTC. */
final class Clock implements ClockInterface
{
    public function now(): \DateTimeImmutable
    {
        return new \DateTimeImmutable('now', Moment::utc());
    }
}
