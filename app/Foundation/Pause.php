<?php

declare(strict_types=1);

namespace Kennel\App\Foundation;

/** Waits. A service, so that a test can see how long was asked for instead of waiting. */
interface Pause
{
    public function for(float $seconds): void;
}
