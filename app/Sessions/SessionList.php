<?php

declare(strict_types=1);

namespace Kennel\App\Sessions;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Database\Query\Builder;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Paging\NewestFirst;
use Psr\Clock\ClockInterface;

/** Live sessions, for operators. */
final readonly class SessionList
{
    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private CurrentSession $session,
        private NewestFirst $pages,
    ) {
    }

    /** @return array{items: list<array<string, mixed>>, next: string|null} */
    public function page(?string $accountId, ?string $cursor, int $limit): array
    {
        $own = $this->session->require('kennel:sessions.read')->sessionId;
        $rows = $this->live()->join('accounts', 'accounts.id', '=', 'sessions.account_id')->select('sessions.*', 'accounts.name AS account_name');
        if ($accountId !== null) {
            $rows->where('account_id', $accountId);
        }

        return $this->pages->page($rows, $cursor, $limit, static fn (\stdClass $row): array => [
            'id' => $row->id,
            'account' => ['id' => $row->account_id, 'name' => $row->account_name],
            'surface' => $row->surface,
            'kept' => (bool) $row->kept,
            'proven_by' => $row->proven_by,
            'source' => $row->source,
            'device' => Device::describe($row->user_agent),
            'started_at' => $row->started_at,
            'seen_at' => $row->seen_at,
            'lapses_at' => $row->lapses_at,
            'is_own' => $row->id === $own,
        ]);
    }

    /** @return array{id: string, account_id: string, name: string}|null */
    public function find(string $sessionId): ?array
    {
        $row = $this->live()->join('accounts', 'accounts.id', '=', 'sessions.account_id')
            ->where('sessions.id', $sessionId)->first(['sessions.id', 'account_id', 'accounts.name']);

        return $row === null ? null : ['id' => $row->id, 'account_id' => $row->account_id, 'name' => $row->name];
    }

    public function countLive(): int
    {
        return $this->live()->count();
    }

    private function live(): Builder
    {
        return $this->database->table('sessions')->whereNull('ended_at')->where('lapses_at', '>', Moment::write($this->clock->now()));
    }
}
