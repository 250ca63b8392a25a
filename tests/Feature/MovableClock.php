<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature;

use Psr\Clock\ClockInterface;

final class MovableClock implements ClockInterface
{
    public function __construct(private \DateTimeImmutable $now)
    {
    }

    public function now(): \DateTimeImmutable
    {
        return $this->now;
    }

    public function set(\DateTimeImmutable $now): void
    {
        $this->now = $now;
    }

    /** @param  string  $by such as "+1 day" */
    public function move(string $by): void
    {
        $this->now = $this->now->modify($by);
    }
}
