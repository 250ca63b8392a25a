<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

use Illuminate\Database\Connection;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\OperatorAuthority;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Foundation\Reasons\Reason;

/** Lets messages go to an address again that one of them bounced at: an operator has learnt that it works now. */
final readonly class ReleaseAddress
{
    public function __construct(private Connection $database, private Messages $messages, private Suppressions $suppressions, private Accounts $accounts, private OperatorAuthority $authority, private AuditTrail $audit)
    {
    }

    /** @throws Refusal when there is no such message, its account is beyond the operator, or nothing is held back from the address */
    public function __invoke(string $messageId, SignedIn $operator): Message
    {
        return $this->database->transaction(function () use ($messageId, $operator): Message {
            $message = $this->messages->get($messageId);
            $account = $this->accounts->find((string) $message->account_id) ?? throw Refusal::notFound();
            $this->authority->require($operator, $account);
            if (! $this->suppressions->release($message->recipient)) {
                throw Refusal::invalid([new Reason('message.not_suppressed')]);
            }
            $this->messages->noteEvent($message, 'released', "by {$operator->name}");
            $this->audit->record('account.address_released', $operator->asOperator(), $account->reference(), ['suppressed' => true], ['suppressed' => false]);

            return $message;
        });
    }
}
