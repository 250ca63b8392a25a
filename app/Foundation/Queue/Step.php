<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Queue;

/** A bounded stretch of long work. What is left when it is over is another job's, so that a restart loses little and nothing overlaps. */
final readonly class Step
{
    private const SECONDS = 20.0;

    private function __construct(private float $until)
    {
    }

    /** As long as suits the queue: well below what it waits for a worker that died. */
    public static function begin(): self
    {
        return new self(microtime(true) + min(self::SECONDS, (int) config('queue.connections.long.retry_after') / 4));
    }

    /** For a command, which somebody waits for. */
    public static function endless(): self
    {
        return new self(INF);
    }

    public function isOver(): bool
    {
        return microtime(true) >= $this->until;
    }
}
