<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Queue;

/** Long work that goes on in steps: what is left of a run is the next job's. */
interface LongRun
{
    /**
     * Works on a run until it is done or the step is over.
     *
     * @return bool false when there is more to do
     */
    public function work(string $id, Step $step): bool;

    /** After three errors it is given up. */
    public function fail(string $id): void;
}
