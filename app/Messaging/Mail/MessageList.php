<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\Sight;
use Kennel\App\Foundation\Paging\NewestFirst;
use Kennel\Core\Foundation\Permissions\Permission;

/** The outbox as operators list it. */
final readonly class MessageList
{
    public function __construct(private Caller $caller, private Sight $sight, private NewestFirst $pages)
    {
    }

    /** @return list<array<string, mixed>> what was written to a holder, the newest first */
    public function ofHolder(string $accountId): array
    {
        return array_values(Message::query()->where('account_id', $accountId)->orderByDesc('seq')->get()->map(static fn (Message $row): array => [
            'at' => $row->created_at,
            'kind' => $row->kind,
            'to' => $row->recipient,
            'subject' => $row->subject,
            'state' => $row->state->value,
        ])->all());
    }

    /**
     * @param  \Closure(Message): array<string, mixed>  $present
     * @return array{items: list<array<string, mixed>>, next: string|null}
     */
    public function page(?string $accountId, ?string $state, ?string $to, ?string $cursor, int $limit, \Closure $present): array
    {
        $this->caller->require(Permission::MessagesRead);
        $messages = $this->sight->within(Message::query())
            ->when($accountId !== null, static fn ($messages) => $messages->where('account_id', $accountId))
            // By how it begins, off the index.
            ->when($to !== null && $to !== '', static fn ($messages) => $messages->whereRaw('recipient COLLATE NOCASE >= ? AND recipient COLLATE NOCASE < ?', [$to, "{$to}\u{10FFFF}"]))
            ->when($state !== null, static fn ($messages) => $messages->where('state', $state));

        return $this->pages->page($messages, $cursor, $limit, $present);
    }
}
