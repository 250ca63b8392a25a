<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Passwords;

use Illuminate\Contracts\Queue\ShouldQueue;
use Kennel\App\Foundation\Queue\Step;
use Kennel\App\Foundation\Queue\WorksInSteps;

/** Works on one run of wrapping. Killed, it is begun again and goes on with what is left. */
final class WrapHashes implements ShouldQueue
{
    use WorksInSteps;

    public function handle(Wrapping $wrapping): void
    {
        if (! $wrapping->work($this->runId, Step::begin())) {
            $this->goOnLater();
        }
    }

    public function failed(): void
    {
        app(Wrapping::class)->fail($this->runId);
    }
}
