<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports;

use Illuminate\Contracts\Queue\ShouldQueue;
use Kennel\App\Foundation\Queue\Step;
use Kennel\App\Foundation\Queue\WorksInSteps;

/** Works on one import: checks it, or imports it. Killed, it goes on behind the last row that was kept. */
final class RunImport implements ShouldQueue
{
    use WorksInSteps;

    public function handle(CheckImport $check, ImportAccounts $import): void
    {
        $step = Step::begin();
        if (! $check($this->runId, $step) || ! $import($this->runId, $step)) {
            $this->goOnLater();
        }
    }

    public function failed(): void
    {
        app(Imports::class)->fail($this->runId);
    }
}
