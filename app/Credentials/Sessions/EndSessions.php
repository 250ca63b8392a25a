<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Sessions;

use Kennel\App\Foundation\Moment;
use Psr\Clock\ClockInterface;

/** Ends sessions on the server; the holder's next request is refused. Where all of somebody's end, so do sign-ins that wait for their second factor, and what apps were let in to. */
final readonly class EndSessions
{
    public function __construct(private ClockInterface $clock, private EndsWithSessions $others)
    {
    }

    public function one(string $sessionId, string $by): bool
    {
        return $this->end('id', $sessionId, $by) === 1;
    }

    public function allOf(string $accountId, string $by): int
    {
        $this->stopPending([$accountId]);
        $this->others->end([$accountId]);

        return $this->end('account_id', $accountId, $by);
    }

    public function allOthersOf(string $accountId, string $sessionId, string $by): int
    {
        $this->stopPending([$accountId]);
        $this->others->end([$accountId], $sessionId);

        return $this->end('account_id', $accountId, $by, $sessionId);
    }

    /** @param  list<string>  $accountIds */
    public function allOfThese(array $accountIds, string $by): int
    {
        $this->stopPending($accountIds);
        $this->others->end($accountIds);

        return Session::query()->whereIn('account_id', $accountIds)->whereNull('ended_at')->update(['ended_at' => Moment::write($this->clock->now()), 'ended_by' => $by]);
    }

    /**
     * @param  list<string>  $accountIds
     * @return array<string, int> how many are live, by account; an account without any is left out
     */
    public function countLive(array $accountIds): array
    {
        return Session::query()->toBase()->whereIn('account_id', $accountIds)->whereNull('ended_at')->where('lapses_at', '>', Moment::write($this->clock->now()))
            ->selectRaw('account_id, count(*) AS live')->groupBy('account_id')->pluck('live', 'account_id')->map(static fn ($live): int => (int) $live)->all();
    }

    /** Everybody's. */
    public function all(string $by): int
    {
        PendingSignin::query()->delete();
        $this->others->end(null);

        return Session::query()->whereNull('ended_at')->update(['ended_at' => Moment::write($this->clock->now()), 'ended_by' => $by]);
    }

    /** @param  list<string>  $accountIds */
    private function stopPending(array $accountIds): void
    {
        PendingSignin::query()->whereIn('account_id', $accountIds)->delete();
    }

    private function end(string $column, string $value, string $by, string $except = ''): int
    {
        return Session::query()->where($column, $value)->where('id', '<>', $except)->whereNull('ended_at')
            ->update(['ended_at' => Moment::write($this->clock->now()), 'ended_by' => $by]);
    }
}
