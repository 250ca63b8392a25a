<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Pulses;

use Kennel\App\Foundation\Queue\WaitingJobs;
use Psr\Clock\ClockInterface;

/** Whether something that works unseen has stopped. */
final readonly class Silence
{
    /** Longer than its longest piece of work, in seconds. */
    private const AFTER = [Pulses::MAIL => 180, Pulses::LONG => 600, Pulses::SCHEDULE => 180];

    /** Work that waits so long, in seconds, for a worker that was never seen waits for nobody. */
    private const PATIENCE = 300;

    public function __construct(private Pulses $pulses, private WaitingJobs $jobs, private ClockInterface $clock)
    {
    }

    /** @param  key-of<self::AFTER>  $name */
    public function hasFallen(string $name): bool
    {
        $last = $this->pulses->last($name);

        return $last === null || $last < $this->clock->now()->modify('-'.self::AFTER[$name].' seconds');
    }

    /** @return list<string> what has stopped, or was never started though something waits for it */
    public function fallen(): array
    {
        return array_values(array_filter(array_keys(self::AFTER), fn (string $name): bool => $this->pulses->last($name) !== null ? $this->hasFallen($name) : $this->isWaitedFor($name)));
    }

    private function isWaitedFor(string $name): bool
    {
        $since = $name === Pulses::SCHEDULE ? null : $this->jobs->oldest($name);

        return $since !== null && $since < $this->clock->now()->modify('-'.self::PATIENCE.' seconds');
    }
}
