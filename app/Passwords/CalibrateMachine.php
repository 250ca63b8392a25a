<?php

declare(strict_types=1);

namespace Kennel\App\Passwords;

use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;

/** Measures the machine it runs on, in the background. */
final class CalibrateMachine implements ShouldQueue
{
    use Dispatchable;
    use InteractsWithQueue;

    public int $tries = 3;

    public int $timeout = 900;

    public function __construct(private readonly string $runId)
    {
    }

    public function handle(Calibrations $calibrations): void
    {
        $calibrations->work($this->runId);
    }
}
