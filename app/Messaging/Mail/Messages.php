<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

use Illuminate\Contracts\Queue\Factory as QueueFactory;
use Illuminate\Support\Str;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Apps\App;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Language;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\RequestContext;
use Kennel\App\Trail\Evidence\EvidenceLog;
use Kennel\Core\Messaging\Wording\MessageKind;
use Kennel\Core\Messaging\Wording\Rendered;
use Kennel\Core\Messaging\Wording\WordingKey;
use Psr\Clock\ClockInterface;

/** Puts messages into the outbox, in the transaction of the act that causes them. */
final readonly class Messages
{
    public const SAMPLE = 'sample';

    /** A code by text message; whoever can read it could use it. */
    public const TEXT_CODE = 'text_code';

    /** Rows of one statement. */
    private const AT_ONCE = 100;

    public function __construct(
        private Composition $composition,
        private ClockInterface $clock,
        private RequestContext $context,
        private EvidenceLog $evidence,
        private Apps $apps,
        private Suppressions $suppressions,
        private QueueFactory $queues,
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

    /**
     * To the holder of an account, with a link to a page of the app they came by.
     *
     * @param  array<string, mixed>  $values  by variable, beside those that every message has
     * @param  string  $fragment  with its "#"; what is behind it never reaches a log or a Referer header
     * @param  string|null  $name  in the place of the account's
     * @param  string|null  $appKey  in the place of the account's
     * @param  string|null  $recipient  an address of theirs in the place of the account's
     */
    public function queueToHolder(
        MessageKind $kind,
        Account $account,
        string $page,
        array $values = [],
        string $fragment = '',
        ?string $name = null,
        ?string $appKey = null,
        ?string $recipient = null,
    ): Message {
        $key = $appKey ?? $account->app_key;
        $app = $key === null ? null : $this->apps->find($key);
        $id = (string) Str::uuid7();
        $recipient ??= $account->email;
        // Who never chose one is spoken to as they asked this request to be answered; in a command that is the first there is.
        $language = Language::tryFrom($account->language ?? app()->getLocale()) ?? Language::English;

        return $this->put([
            'id' => $id,
            'account_id' => $account->id,
            'kind' => $kind->value,
            'app_key' => $app?->key,
            'language' => $language->value,
            'recipient' => $recipient,
            ...$this->composition->compose($id, $kind, $app, $language->value, $name ?? $account->name, $recipient, [...$values, 'link' => $this->apps->pageOf($app, $page).$fragment]),
        ]);
    }

    /**
     * To somebody who is invited. Takes its time, and writes nothing: done before the transaction that queues it.
     *
     * @param  array<string, mixed>  $values  by variable, beside those that every message has
     * @param  string  $fragment  with its "#"
     * @param  string  $replyTo  the inviter's address
     * @return array<string, mixed> for queuePrepared
     */
    public function prepareInvitation(MessageKind $kind, App $app, string $language, string $name, string $recipient, array $values, string $fragment, string $replyTo): array
    {
        $id = (string) Str::uuid7();

        return [
            'id' => $id,
            'kind' => $kind->value,
            'app_key' => $app->key,
            'language' => $language,
            'recipient' => $recipient,
            ...$this->composition->compose($id, $kind, $app, $language, $name, $recipient, [...$values, 'link' => $this->apps->pageOf($app, 'invited').$fragment], $replyTo),
        ];
    }

    /** @param  array<string, mixed>  $prepared */
    public function queueInvitation(array $prepared, string $invitationId): Message
    {
        return $this->put([...$prepared, 'invitation_id' => $invitationId]);
    }

    /**
     * Many at once, to addresses that were looked at in the same transaction: none of them is suppressed.
     *
     * @param  list<array<string, mixed>>  $prepared  each with its "invitation_id"
     */
    public function queueInvitations(array $prepared): void
    {
        $now = Moment::write($this->clock->now());
        foreach (array_chunk($prepared, self::AT_ONCE) as $some) {
            Message::query()->insert(array_map(fn (array $columns): array => [...$columns, 'act_id' => $this->context->actId, 'state' => MessageState::Queued->value, 'created_at' => $now], $some));
            $this->evidence->appendAll('message', array_map(static fn (array $columns): array => [
                'label' => "Queued: {$columns['subject']}",
                'content' => ['id' => $columns['id'], 'to' => $columns['recipient'], 'subject' => $columns['subject'], 'state' => 'queued', 'attempts' => 0, 'error' => null],
            ], $some));
            $this->queues->connection('mail')->bulk(array_map(static fn (array $columns): DeliverMessage => new DeliverMessage((string) $columns['id']), $some), '', 'mail');
        }
    }

    /** @return list<Message> that wait to be delivered for the first time, the oldest first */
    public function queued(): array
    {
        return array_values(Message::query()->where('state', MessageState::Queued->value)->orderBy('seq')->get()->all());
    }

    /** @return list<Message> the newest first */
    public function newest(int $limit): array
    {
        return array_values(Message::query()->orderByDesc('seq')->limit($limit)->get()->all());
    }

    /** The last message of an invitation. */
    public function ofInvitation(string $invitationId): ?Message
    {
        return Message::query()->where('invitation_id', $invitationId)->orderByDesc('seq')->first();
    }

    /**
     * @param  list<string>  $invitationIds
     * @return array<string, Message> the last one of each
     */
    public function ofInvitations(array $invitationIds): array
    {
        /** @var array<string, Message> $last */
        $last = Message::query()->whereIn('invitation_id', $invitationIds)->orderBy('seq')->get(['seq', 'id', 'invitation_id', 'state', 'last_error', 'recipient'])->keyBy('invitation_id')->all();

        return $last;
    }

    /** Whoever accepted an invitation has what was written to them among their own, and it goes when they go. */
    public function handOver(string $invitationId, string $accountId): void
    {
        Message::query()->where('invitation_id', $invitationId)->update(['account_id' => $accountId]);
    }

    /** @param  list<string>  $invitationIds  whose messages have no purpose any more; those that are on their way already arrive */
    public function withdraw(array $invitationIds, string $why): void
    {
        Message::query()->whereIn('invitation_id', $invitationIds)->whereIn('state', [MessageState::Queued->value, MessageState::Retrying->value])
            ->update(['state' => MessageState::Suppressed->value, 'last_error' => $why, 'settled_at' => Moment::write($this->clock->now())]);
    }

    /** A wording that somebody is writing, to themselves. Of a kind of its own: it counts as nothing that was sent. */
    public function queueSample(WordingKey $key, Rendered $said, SignedIn $operator): Message
    {
        $id = (string) Str::uuid7();

        return $this->put([
            'id' => $id,
            'account_id' => $operator->accountId,
            'kind' => self::SAMPLE,
            'app_key' => $key->app,
            'language' => $key->language,
            'recipient' => $operator->email,
            ...$this->composition->write($id, $said, $operator->name, $operator->email),
        ]);
    }

    /** Of a kind of its own, as a sample of a wording is. */
    public function queueText(string $number, string $text, SignedIn $operator): Message
    {
        return $this->putText(self::SAMPLE, $number, $operator->accountId, $text);
    }

    public function queueTextCode(string $number, string $text, Account $account): Message
    {
        // The first line of a text stands for it in lists and evidence; of this one nothing may.
        return $this->putText(self::TEXT_CODE, $number, $account->id, $text, 'A code');
    }

    private function putText(string $kind, string $number, string $accountId, string $text, ?string $subject = null): Message
    {
        return $this->put(['id' => (string) Str::uuid7(), 'account_id' => $accountId, 'kind' => $kind, 'channel' => Channel::Text->value, 'recipient' => $number, ...$this->composition->writeText($text), ...$subject === null ? [] : ['subject' => $subject]]);
    }

    /** @param  array<string, mixed>  $columns */
    private function put(array $columns): Message
    {
        $now = Moment::write($this->clock->now());
        $suppression = $this->suppressions->of((string) $columns['recipient']);
        $message = Message::query()->create([
            ...$columns,
            'act_id' => $this->context->actId,
            'state' => $suppression === null ? MessageState::Queued : MessageState::Suppressed,
            'last_error' => $suppression?->said,
            'created_at' => $now,
            'settled_at' => $suppression === null ? null : $now,
        ]);
        if ($suppression !== null) {
            $this->noteEvent($message, 'suppressed', $suppression->said);
            $this->evidence->append('message', "Suppressed: {$message->subject}", $this->evidenceOf($message), $message->account_id);

            return $message;
        }
        $this->evidence->append('message', "Queued: {$message->subject}", $this->evidenceOf($message), $message->account_id);
        DeliverMessage::dispatch($message->id);

        return $message;
    }

    /** @param  \DateTimeImmutable|null  $next  when it is tried again */
    public function noteEvent(Message $message, string $event, ?string $said = null, ?\DateTimeImmutable $next = null): void
    {
        MessageEvent::query()->insert(['message_seq' => $message->seq, 'event' => $event, 'said' => $said, 'at' => Moment::write($this->clock->now()), 'next_at' => $next === null ? null : Moment::write($next)]);
    }

    /** @return list<MessageEvent> in their order */
    public function eventsOf(Message $message): array
    {
        return array_values(MessageEvent::query()->where('message_seq', $message->seq)->orderBy('seq')->get()->all());
    }

    public function lastSent(string $accountId, MessageKind $kind): ?\DateTimeImmutable
    {
        return Moment::readOrNull(Message::query()->where('account_id', $accountId)->where('kind', $kind->value)->orderByDesc('seq')->value('created_at'));
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
