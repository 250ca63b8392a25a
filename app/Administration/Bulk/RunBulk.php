<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Bulk;

use Illuminate\Contracts\Queue\ShouldQueue;
use Kennel\App\Foundation\Queue\Step;
use Kennel\App\Foundation\Queue\WorksInSteps;

/** One step of an act upon many. */
final class RunBulk implements ShouldQueue
{
    use WorksInSteps;

    public function handle(WorkThroughBulk $work): void
    {
        if (! $work($this->runId, Step::begin())) {
            $this->goOnLater();
        }
    }

    public function failed(): void
    {
        app(WorkThroughBulk::class)->fail($this->runId);
    }
}
