<?php

declare(strict_types=1);

namespace Kennel\App\Sessions;

use Kennel\App\Platform\Moment;
use Psr\Clock\ClockInterface;

/** Notes that the password was typed again in a session. Called inside the act's transaction. */
final readonly class MarkProven
{
    public function __construct(private ClockInterface $clock)
    {
    }

    public function __invoke(string $sessionId): void
    {
        Session::query()->where('id', $sessionId)->whereNull('ended_at')->update(['proven_at' => Moment::write($this->clock->now())]);
    }
}
