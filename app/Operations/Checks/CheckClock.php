<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Checks;

use Kennel\App\Trail\Audit\AuditEvents;
use Psr\Clock\ClockInterface;

/** Whether the clock went back: links and sessions live by it. */
final readonly class CheckClock implements Check
{
    /** In seconds. */
    private const TOLERANCE = 5;

    public function __construct(private AuditEvents $trail, private ClockInterface $clock)
    {
    }

    public function look(): array
    {
        $now = $this->clock->now();
        $ahead = max(0, ($this->trail->newestAt()?->getTimestamp() ?? 0) - $now->getTimestamp());

        return [$ahead > self::TOLERANCE ? Finding::wrong('clock.behind', ['seconds' => $ahead]) : Finding::fine('clock.fine', ['now' => $now->format('Y-m-d H:i:s').' UTC'])];
    }
}
