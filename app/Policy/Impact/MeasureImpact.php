<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Impact;

use Illuminate\Contracts\Queue\ShouldQueue;
use Kennel\App\Foundation\Queue\Step;
use Kennel\App\Foundation\Queue\WorksInSteps;

/** Works on one impact run. It can be cancelled between chunks; broken off by a restart, it goes on where it was. */
final class MeasureImpact implements ShouldQueue
{
    use WorksInSteps;

    public function handle(ImpactRuns $runs): void
    {
        if (! $runs->work($this->runId, Step::begin())) {
            $this->goOnLater();
        }
    }

    public function failed(): void
    {
        app(ImpactRuns::class)->fail($this->runId);
    }
}
