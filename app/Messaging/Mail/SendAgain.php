<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\OperatorAuthority;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\App\Trail\Evidence\EvidenceLog;
use Kennel\Core\Foundation\Reasons\Reason;

/** Puts a message that was given up back into the queue. */
final readonly class SendAgain
{
    public function __construct(
        private ConnectionInterface $database,
        private Messages $messages,
        private Suppressions $suppressions,
        private Accounts $accounts,
        private OperatorAuthority $authority,
        private AuditTrail $audit,
        private EvidenceLog $evidence,
    ) {
    }

    /** @throws Refusal when there is none, when the account is beyond the operator, or the message has not failed */
    public function __invoke(string $id, SignedIn $operator): Message
    {
        return $this->database->transaction(function () use ($id, $operator): Message {
            $message = $this->messages->get($id);
            $this->authority->require($operator, $this->accounts->find((string) $message->account_id) ?? throw Refusal::notFound());
            if (! $message->state->isLost()) {
                throw Refusal::invalid([new Reason('message.not_failed')]);
            }
            if ($this->suppressions->of($message->recipient) !== null) {
                throw Refusal::invalid([new Reason('message.suppressed')]);
            }
            $before = $message->state->value;
            $message->fill(['state' => MessageState::Queued, 'attempts' => 0, 'settled_at' => null])->save();
            $this->audit->record('message.sent_again', $operator->asOperator(), null, ['state' => $before], ['state' => 'queued'], record: 'message');
            $this->evidence->append('message', "Queued again: {$message->subject}", $this->messages->evidenceOf($message), $message->account_id);
            $this->messages->noteEvent($message, 'sent_again', "by {$operator->name}");
            DeliverMessage::dispatch($message->id);

            return $message;
        });
    }
}
