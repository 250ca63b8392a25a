<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Sessions;

use Illuminate\Database\Eloquent\Builder;
use Psr\Clock\ClockInterface;

/** Whose sessions are live, by the ids that apps know them by. */
final readonly class LiveSessions
{
    public function __construct(private ClockInterface $clock)
    {
    }

    /**
     * @param  list<string>  $sessionIds
     * @return array<string, string> account ids by session; one that is not live is left out
     */
    public function accountsOf(array $sessionIds): array
    {
        /** @var array<string, string> $accounts */
        $accounts = $sessionIds === [] ? [] : Session::query()->live($this->clock->now())->whereIn('id', $sessionIds)->pluck('account_id', 'id')->all();

        return $accounts;
    }

    /** @return Builder<Session> their ids, for what is asked about all of them at once */
    public function ids(): Builder
    {
        return Session::query()->live($this->clock->now())->select('id');
    }

    /** @return list<Session> */
    public function of(string $accountId): array
    {
        return array_values(Session::query()->live($this->clock->now())->where('account_id', $accountId)->orderBy('seq')->get()->all());
    }
}
