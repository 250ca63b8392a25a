<?php

declare(strict_types=1);

namespace Kennel\App\Platform\Pulses;

use Psr\Clock\ClockInterface;

/** Whether something that works unseen has stopped. */
final readonly class Silence
{
    /** Longer than its longest piece of work, in seconds. */
    private const AFTER = [Pulses::MAIL => 180, Pulses::LONG => 600, Pulses::SCHEDULE => 180];

    public function __construct(private Pulses $pulses, private ClockInterface $clock)
    {
    }

    /** @param  key-of<self::AFTER>  $name */
    public function hasFallen(string $name): bool
    {
        $last = $this->pulses->last($name);

        return $last === null || $last < $this->clock->now()->modify('-'.self::AFTER[$name].' seconds');
    }

    /** @return list<string> what has stopped; what was never there is left out */
    public function fallen(): array
    {
        return array_values(array_filter(array_keys(self::AFTER), fn (string $name): bool => $this->pulses->last($name) !== null && $this->hasFallen($name)));
    }
}
