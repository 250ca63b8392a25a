<?php

declare(strict_types=1);

namespace Kennel\App\Platform\Queue;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Platform\Retention\Batches;
use Kennel\App\Platform\Retention\Forgets;
use Kennel\Core\Retention\RetentionRules;

/** What the queue gave up on. */
final readonly class ForgetFailedJobs implements Forgets
{
    public function __construct(private ConnectionInterface $database, private RetentionRules $rules)
    {
    }

    /** @return array<string, int> */
    public function forget(\DateTimeImmutable $now): array
    {
        return ['failed_jobs' => Batches::delete($this->database->table('failed_jobs')->where('failed_at', '<', $this->rules->before('failed_jobs', $now)->format('Y-m-d H:i:s')), 'id')];
    }
}
