<?php

declare(strict_types=1);

namespace Kennel\App\Foundation;

/** Really waits. */
final class SystemPause implements Pause
{
    public function for(float $seconds): void
    {
        usleep((int) ($seconds * 1e6));
    }
}
