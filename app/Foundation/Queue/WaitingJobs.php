<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Queue;

use Illuminate\Contracts\Queue\Factory;
use Illuminate\Queue\DatabaseQueue;
use Illuminate\Queue\Failed\CountableFailedJobProvider;
use Illuminate\Queue\Failed\FailedJobProviderInterface;

/** What lies in the queues. */
final readonly class WaitingJobs
{
    public function __construct(private Factory $queues, private FailedJobProviderInterface $failed)
    {
    }

    /** Since when the oldest job of a queue that nobody has taken could have been done; null when none waits. */
    public function oldest(string $name): ?\DateTimeImmutable
    {
        $queue = $this->queues->connection($name);
        $since = $queue instanceof DatabaseQueue ? $queue->creationTimeOfOldestPendingJob() : null;

        return is_numeric($since) ? new \DateTimeImmutable("@{$since}") : null;
    }

    public function countFailed(): int
    {
        return $this->failed instanceof CountableFailedJobProvider ? $this->failed->count() : 0;
    }
}
