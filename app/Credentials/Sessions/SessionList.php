<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Sessions;

use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\Sight;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Paging\NewestFirst;
use Kennel\Core\Foundation\Permissions\Permission;
use Psr\Clock\ClockInterface;

/** Live sessions, for operators. */
final readonly class SessionList
{
    public function __construct(
        private ClockInterface $clock,
        private Caller $caller,
        private Sight $sight,
        private NewestFirst $pages,
    ) {
    }

    /** @return array{items: list<array<string, mixed>>, next: string|null} */
    public function page(SessionFilter $filter, ?string $cursor, int $limit): array
    {
        $own = $this->caller->require(Permission::SessionsRead)->sessionId;
        $rows = $filter->narrow($this->sight->within($this->live()->with('account:id,name,email')));

        return $this->pages->page($rows, $cursor, $limit, static fn (Session $row): array => [
            'id' => $row->id,
            'account' => ['id' => $row->account_id, 'name' => $row->account->name, 'email' => $row->account->email],
            'surface' => $row->surface->value,
            'kept' => $row->kept,
            'proven_by' => $row->proven_by,
            'second_factor' => $row->second_factor,
            'proven_at' => $row->proven_at,
            'source' => $row->source,
            'device' => Device::describe($row->user_agent),
            'started_at' => $row->started_at,
            'seen_at' => $row->seen_at,
            'lapses_at' => $row->lapses_at,
            'is_own' => $row->id === $own,
        ]);
    }

    /**
     * How many were live at the full hours of the last day, as far as ended ones are kept.
     *
     * @return list<array{at: string, live: int}> the last is now
     */
    public function day(): array
    {
        $this->caller->require(Permission::SessionsRead);
        $now = $this->clock->now();
        $from = $now->modify('-24 hours');
        $changes = [];
        $rows = $this->sight->within(Session::query()->where('lapses_at', '>', Moment::write($from)))->toBase()
            ->selectRaw('substr(started_at, 1, 13) AS began, substr(min(coalesce(ended_at, lapses_at), lapses_at), 1, 13) AS ended, count(*) AS sessions')->groupBy('began', 'ended')->get();
        foreach ($rows as $row) {
            $changes[$row->began] = ($changes[$row->began] ?? 0) + $row->sessions;
            $changes[$row->ended] = ($changes[$row->ended] ?? 0) - $row->sessions;
        }
        ksort($changes);
        $hours = [];
        for ($hour = 24; $hour >= 0; $hour--) {
            $at = $now->modify("-{$hour} hours");
            $key = substr(Moment::write($at), 0, 13);
            $live = array_sum(array_filter($changes, static fn (string $moment): bool => $moment <= $key, ARRAY_FILTER_USE_KEY));
            $hours[] = ['at' => Moment::write($at), 'live' => (int) max(0, $live)];
        }

        return $hours;
    }

    /** @return list<array<string, mixed>> the live ones of a holder, as they are told of them */
    public function ofHolder(string $accountId, string $own): array
    {
        return array_values($this->live()->where('account_id', $accountId)->orderByDesc('seq')->get()->map(static fn (Session $row): array => [
            'id' => $row->id,
            'surface' => $row->surface->value,
            'device' => Device::describe($row->user_agent),
            'source' => $row->source,
            'proven_by' => $row->proven_by,
            'second_factor' => $row->second_factor,
            'started_at' => $row->started_at,
            'seen_at' => $row->seen_at,
            'is_this' => $row->id === $own,
        ])->all());
    }

    /** @return array{id: string, account_id: string, name: string}|null */
    public function find(string $sessionId): ?array
    {
        $row = $this->live()->with('account:id,name')->where('id', $sessionId)->first();

        return $row === null ? null : ['id' => $row->id, 'account_id' => $row->account_id, 'name' => $row->account->name];
    }

    public function countLive(): int
    {
        return $this->live()->count();
    }

    /** @return Builder<Session> */
    private function live(): Builder
    {
        return Session::query()->live($this->clock->now());
    }
}
