<?php

declare(strict_types=1);

/*
 * Two queues in one table, each with a worker of its own: mail is never held up by hours of work. Same connection as the tables and not
 * after commit: a job is written in the transaction of the act that needs it. "retry_after" is when a job counts as abandoned by a worker
 * that died; every job's own time-out is shorter.
 */
$queue = static fn (string $name, int $retryAfter): array => [
    'driver' => 'database',
    'connection' => 'sqlite',
    'table' => 'jobs',
    'queue' => $name,
    'retry_after' => (int) env('KENNEL_RETRY_AFTER', $retryAfter),
    'after_commit' => false,
];

return [
    'default' => env('QUEUE_CONNECTION', 'long'),
    'connections' => [
        'mail' => $queue('mail', 90),
        'long' => $queue('long', 180),
        'sync' => ['driver' => 'sync'],
    ],
    'failed' => ['driver' => 'database-uuids', 'database' => 'sqlite', 'table' => 'failed_jobs'],
];
