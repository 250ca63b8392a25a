<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Queue;

use Illuminate\Queue\Failed\FailedJobProviderInterface;
use Illuminate\Queue\Failed\PrunableFailedJobProvider;
use Kennel\App\Foundation\Retention\Forgets;
use Kennel\Core\Foundation\Retention\RetentionRules;

/** What the queue gave up on. */
final readonly class ForgetFailedJobs implements Forgets
{
    public function __construct(private FailedJobProviderInterface $failed, private RetentionRules $rules)
    {
    }

    /** @return array<string, int> */
    public function forget(\DateTimeImmutable $now): array
    {
        return ['failed_jobs' => $this->failed instanceof PrunableFailedJobProvider ? $this->failed->prune($this->rules->before('failed_jobs', $now)) : 0];
    }
}
