<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rehearsals;

use Carbon\Carbon;
use Illuminate\Contracts\Container\Container;
use Psr\Clock\ClockInterface;

/** Stands still while a call is answered; moved by hand, and the framework's own idea of the time with it. */
final class WorldClock implements ClockInterface
{
    public function __construct(private \DateTimeImmutable $now)
    {
        $this->tellFramework();
    }

    public static function of(Container $inner): self
    {
        $clock = $inner->make(ClockInterface::class);

        return $clock instanceof self ? $clock : throw new \LogicException('Outside of a world time does not stand still.');
    }

    public function now(): \DateTimeImmutable
    {
        return $this->now;
    }

    public function move(int $seconds): void
    {
        $this->now = $this->now->modify("+{$seconds} seconds");
        $this->tellFramework();
    }

    private function tellFramework(): void
    {
        Carbon::setTestNow(Carbon::instance($this->now));
    }
}
