<?php

declare(strict_types=1);

namespace Kennel\App\Sessions;

use Kennel\App\Platform\Moment;
use Psr\Clock\ClockInterface;

/** Ends sessions on the server; the holder's next request is refused. */
final readonly class EndSessions
{
    public function __construct(private ClockInterface $clock)
    {
    }

    public function one(string $sessionId, string $by): bool
    {
        return $this->end('id', $sessionId, $by) === 1;
    }

    public function allOf(string $accountId, string $by): int
    {
        return $this->end('account_id', $accountId, $by);
    }

    public function allOthersOf(string $accountId, string $sessionId, string $by): int
    {
        return $this->end('account_id', $accountId, $by, $sessionId);
    }

    /** Everybody's. */
    public function all(string $by): int
    {
        return Session::query()->whereNull('ended_at')->update(['ended_at' => Moment::write($this->clock->now()), 'ended_by' => $by]);
    }

    private function end(string $column, string $value, string $by, string $except = ''): int
    {
        return Session::query()->where($column, $value)->where('id', '<>', $except)->whereNull('ended_at')
            ->update(['ended_at' => Moment::write($this->clock->now()), 'ended_by' => $by]);
    }
}
