<?php

declare(strict_types=1);

namespace Kennel\App\Sessions;

use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Platform\Identity\Caller;
use Kennel\App\Platform\Identity\Sight;
use Kennel\App\Platform\Paging\NewestFirst;
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
    public function page(?string $accountId, ?string $cursor, int $limit): array
    {
        $own = $this->caller->require('kennel:sessions.read')->sessionId;
        $rows = $this->sight->within($this->live()->with('account:id,name'));
        if ($accountId !== null) {
            $rows->where('account_id', $accountId);
        }

        return $this->pages->page($rows, $cursor, $limit, static fn (Session $row): array => [
            'id' => $row->id,
            'account' => ['id' => $row->account_id, 'name' => $row->account->name],
            'surface' => $row->surface->value,
            'kept' => $row->kept,
            'proven_by' => $row->proven_by,
            'source' => $row->source,
            'device' => Device::describe($row->user_agent),
            'started_at' => $row->started_at,
            'seen_at' => $row->seen_at,
            'lapses_at' => $row->lapses_at,
            'is_own' => $row->id === $own,
        ]);
    }

    /** @return list<array<string, mixed>> the live ones of a holder, as they are told of them */
    public function ofHolder(string $accountId, string $own): array
    {
        return array_values($this->live()->where('account_id', $accountId)->orderByDesc('seq')->get()->map(static fn (Session $row): array => [
            'device' => Device::describe($row->user_agent),
            'source' => $row->source,
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
