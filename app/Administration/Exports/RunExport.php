<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Exports;

use Illuminate\Contracts\Queue\ShouldQueue;
use Kennel\App\Foundation\Queue\Step;
use Kennel\App\Foundation\Queue\WorksInSteps;

/** One step of writing a file of accounts. */
final class RunExport implements ShouldQueue
{
    use WorksInSteps;

    public function handle(WriteExport $write): void
    {
        if (! $write($this->runId, Step::begin())) {
            $this->goOnLater();
        }
    }

    public function failed(): void
    {
        app(WriteExport::class)->fail($this->runId);
    }
}
