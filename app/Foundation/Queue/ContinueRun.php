<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Queue;

use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;
use Illuminate\Queue\Middleware\WithoutOverlapping;

/** One step of long work, in the long queue: never two of one run at once, and after three errors the run fails. */
final class ContinueRun implements ShouldQueue
{
    use Dispatchable;
    use InteractsWithQueue;
    use Queueable;

    /** Waiting for a step whose worker died counts as a try as well. */
    public int $tries = 60;

    public int $maxExceptions = 3;

    /** In seconds; a step is far shorter, but for one slow hash at its end. */
    public int $timeout = 150;

    /** In seconds: as long as no request takes. */
    private const ABANDONED = 120;

    /** @param  class-string<LongRun>  $work */
    public function __construct(private readonly string $work, private readonly string $runId)
    {
        $this->onConnection('long')->onQueue('long');
    }

    /** @return list<object> */
    public function middleware(): array
    {
        $abandoned = (int) config('queue.connections.long.retry_after');

        return [(new WithoutOverlapping($this->runId))->releaseAfter(min(10, $abandoned))->expireAfter($abandoned)];
    }

    public function handle(): void
    {
        if (! app($this->work)->work($this->runId, Step::begin())) {
            self::dispatch($this->work, $this->runId);
        }
    }

    public function failed(): void
    {
        app($this->work)->fail($this->runId);
    }

    /**
     * A safety net for work that a request does itself. If that process is killed, a worker continues the run; otherwise the run is already done.
     *
     * @param  class-string<LongRun>  $work
     */
    public static function shouldItDie(string $work, string $runId): void
    {
        self::dispatch($work, $runId)->delay(self::ABANDONED);
    }
}
