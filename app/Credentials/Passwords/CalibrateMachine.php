<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Passwords;

use Illuminate\Contracts\Queue\ShouldQueue;
use Kennel\App\Foundation\Queue\Step;
use Kennel\App\Foundation\Queue\WorksInSteps;

/** Measures the machine it runs on. */
final class CalibrateMachine implements ShouldQueue
{
    use WorksInSteps;

    public function handle(Calibrations $calibrations): void
    {
        if (! $calibrations->work($this->runId, Step::begin())) {
            $this->goOnLater();
        }
    }

    public function failed(): void
    {
        app(Calibrations::class)->fail($this->runId);
    }
}
