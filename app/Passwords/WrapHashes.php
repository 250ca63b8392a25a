<?php

declare(strict_types=1);

namespace Kennel\App\Passwords;

use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;

/** Works on one run of wrapping, in the background. Killed, it is begun again and goes on with what is left. */
final class WrapHashes implements ShouldQueue
{
    use Dispatchable;
    use InteractsWithQueue;

    public int $tries = 50;

    public int $timeout = 0;

    public function __construct(private readonly string $runId)
    {
    }

    public function handle(Wrapping $wrapping): void
    {
        $wrapping->work($this->runId);
    }
}
