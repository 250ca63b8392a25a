<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Checks;

use Kennel\App\Foundation\Pulses\Pulses;
use Kennel\App\Foundation\Pulses\Silence;
use Kennel\App\Foundation\Queue\WaitingJobs;
use Psr\Clock\ClockInterface;

/** Whether both workers work. */
final readonly class CheckQueues implements Check
{
    public function __construct(private Silence $silence, private WaitingJobs $jobs, private ClockInterface $clock)
    {
    }

    public function look(): array
    {
        $findings = [];
        $now = $this->clock->now();
        foreach ([Pulses::MAIL, Pulses::LONG] as $queue) {
            $waiting = $this->jobs->oldest($queue);
            $findings[] = match (true) {
                $this->silence->hasFallen($queue) => Finding::wrong('queues.silent', ['queue' => $queue]),
                $waiting !== null && $waiting < $now->modify('-10 minutes') => Finding::look('queues.behind', ['queue' => $queue, 'minutes' => intdiv($now->getTimestamp() - $waiting->getTimestamp(), 60)]),
                default => Finding::fine('queues.fine', ['queue' => $queue]),
            };
        }
        $failed = $this->jobs->countFailed();

        return [...$findings, ...$failed > 0 ? [Finding::look('queues.failed', ['jobs' => $failed])] : []];
    }
}
