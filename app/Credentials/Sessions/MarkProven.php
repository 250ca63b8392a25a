<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Sessions;

use Kennel\App\Foundation\Moment;
use Psr\Clock\ClockInterface;

/** Notes that the password or a passkey was shown again in a session. Called inside the act's transaction. */
final readonly class MarkProven
{
    public function __construct(private ClockInterface $clock)
    {
    }

    /** @param  'password'|'passkey'  $by */
    public function __invoke(string $sessionId, string $by): void
    {
        Session::query()->where('id', $sessionId)->whereNull('ended_at')->update(['proven_at' => Moment::write($this->clock->now()), 'proven_by' => $by]);
    }
}
