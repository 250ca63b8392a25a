<?php

declare(strict_types=1);

namespace Kennel\App\Mail;

use Illuminate\Support\Str;
use Kennel\App\Accounts\Account;
use Kennel\App\Apps\Apps;
use Kennel\App\Evidence\EvidenceLog;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\App\Platform\RequestContext;
use Psr\Clock\ClockInterface;

/** Puts messages into the outbox, in the transaction of the act that causes them. */
final readonly class Messages
{
    public function __construct(
        private Composition $composition,
        private ClockInterface $clock,
        private RequestContext $context,
        private EvidenceLog $evidence,
        private Apps $apps,
    ) {
    }

    /** @throws Refusal when there is none */
    public function get(string $id): Message
    {
        return Message::query()->where('id', $id)->first() ?? throw Refusal::notFound();
    }

    /** @return array{eml: string, html: string, text: string} */
    public function open(Message $message): array
    {
        return $this->composition->open($message->sealed);
    }

    /** @param  array<string, mixed>  $variables */
    public function queue(string $kind, string $accountId, string $name, string $recipient, array $variables): Message
    {
        $id = (string) Str::uuid7();
        $message = Message::query()->create([
            'id' => $id,
            'account_id' => $accountId,
            'act_id' => $this->context->actId,
            'kind' => $kind,
            'recipient' => $recipient,
            'state' => MessageState::Queued,
            'created_at' => Moment::write($this->clock->now()),
            ...$this->composition->compose($id, $kind, $name, $recipient, $variables),
        ]);
        $this->evidence->append('message', "Queued: {$message->subject}", $this->evidenceOf($message), $accountId);
        DeliverMessage::dispatch($id);

        return $message;
    }

    /**
     * To the holder of an account, with a link to a page of the app they came by.
     *
     * @param  array<string, mixed>  $variables  beside "app" and "url"
     * @param  string  $fragment  with its "#"; what is behind it never reaches a log or a Referer header
     * @param  string|null  $name  in the place of the account's
     * @param  string|null  $appKey  in the place of the account's
     * @param  string|null  $recipient  an address of theirs in the place of the account's
     */
    public function queueToHolder(
        string $kind,
        Account $account,
        string $page,
        array $variables = [],
        string $fragment = '',
        ?string $name = null,
        ?string $appKey = null,
        ?string $recipient = null,
    ): Message {
        $key = $appKey ?? $account->app_key;
        $app = $key === null ? null : $this->apps->find($key);

        return $this->queue(
            $kind,
            $account->id,
            $name ?? $account->name,
            $recipient ?? $account->email,
            [...$variables, 'app' => $app?->name() ?? 'Kennel', 'url' => $this->apps->pageOf($app, $page).$fragment],
        );
    }

    public function lastSent(string $accountId, string $kind): ?\DateTimeImmutable
    {
        return Moment::readOrNull(Message::query()->where('account_id', $accountId)->where('kind', $kind)->orderByDesc('seq')->value('created_at'));
    }

    /** @return array<string, mixed> what the dock shows of a message; its content stays in the outbox */
    public function evidenceOf(Message $message): array
    {
        return [
            'id' => $message->id,
            'to' => $message->recipient,
            'subject' => $message->subject,
            'state' => $message->state->value,
            'attempts' => $message->attempts,
            'error' => $message->last_error,
        ];
    }

    /** Why the last message that failed did, in the relay's own words. */
    public function lastError(): ?string
    {
        return Message::query()->where('state', MessageState::Failed->value)->orderByDesc('seq')->value('last_error');
    }

    /** Takes what has not left out of the outbox; an operator can send it again. @return int how many */
    public function giveUpWaiting(string $why): int
    {
        return Message::query()->whereIn('state', [MessageState::Queued->value, MessageState::Sending->value, MessageState::Retrying->value])
            ->update(['state' => MessageState::Failed->value, 'last_error' => $why, 'settled_at' => Moment::write($this->clock->now())]);
    }

    /** @return array<string, int> by state */
    public function countByState(): array
    {
        return Message::query()->toBase()->selectRaw('state, count(*) AS messages')->groupBy('state')->pluck('messages', 'state')
            ->map(static fn ($count): int => (int) $count)->all();
    }
}
