<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\LazyCollection;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\Core\Foundation\Permissions\Permission;

/** What the stand-in holds, as the people see it whom it was sent to: a mailbox each. */
final readonly class Mailboxes
{
    private const SHOWN = 200;

    /** Of one mailbox as a file. */
    private const MOST = 2_000;

    public function __construct(private Caller $caller)
    {
    }

    /** @return list<array{address: string, messages: int, last_at: string, subject: string}> the one with the newest message first */
    public function all(?string $to): array
    {
        $this->caller->requireUnbounded(Permission::MessagesRead);
        $newest = $this->held()
            ->when($to !== null && $to !== '', static fn (Builder $rows) => $rows->whereRaw('recipient COLLATE NOCASE >= ? AND recipient COLLATE NOCASE < ?', [$to, "{$to}\u{10FFFF}"]))
            ->toBase()->selectRaw('max(seq) AS newest, count(*) AS messages')->groupByRaw('recipient COLLATE NOCASE')->orderByDesc('newest')->limit(self::SHOWN)->pluck('messages', 'newest')->all();
        $rows = Message::query()->whereIn('seq', array_keys($newest))->orderByDesc('seq')->get(['seq', 'recipient', 'subject', 'created_at']);

        return array_values($rows->map(static fn (Message $row): array => ['address' => $row->recipient, 'messages' => (int) $newest[$row->seq], 'last_at' => $row->created_at, 'subject' => $row->subject])->all());
    }

    /** @return list<Message> the newest first */
    public function of(string $address): array
    {
        $this->caller->requireUnbounded(Permission::MessagesRead);

        return array_values($this->held()->whereRaw('recipient COLLATE NOCASE = ?', [$address])->orderByDesc('seq')->limit(self::SHOWN)->get()->all());
    }

    /** @return LazyCollection<int, Message> the oldest first, as in an mbox */
    public function whole(string $address): LazyCollection
    {
        $this->caller->requireUnbounded(Permission::MessagesRead);

        return $this->held()->whereRaw('recipient COLLATE NOCASE = ?', [$address])->orderBy('seq')->limit(self::MOST)->lazy(100);
    }

    /** @return Builder<Message> */
    private function held(): Builder
    {
        return Message::query()->where('state', MessageState::Held->value);
    }
}
