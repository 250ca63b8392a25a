<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Profile;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Database\UniqueConstraintViolationException;
use Kennel\App\Credentials\Challenges\Challenges;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\MarkComplete;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\RequestContext;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\App\Registration\Verification\Claims;
use Kennel\App\Registration\Verification\OfferUndo;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Credentials\Challenges\ChallengePurpose;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\Messaging\Wording\MessageKind;
use Psr\Clock\ClockInterface;

/** The link that went to a new address is pressed: from now on the account has it, verified, and both addresses are told; the former one can undo it for a while. */
final readonly class TakeAddress
{
    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private Challenges $challenges,
        private Accounts $accounts,
        private Claims $claims,
        private Messages $messages,
        private OfferUndo $offerUndo,
        private MarkComplete $markComplete,
        private AuditTrail $audit,
        private RequestContext $context,
    ) {
    }

    /** @throws Refusal for a link that does not count any more, and where somebody took the address meanwhile */
    public function __invoke(string $token): Account
    {
        try {
            return $this->database->transaction(fn (): Account => $this->take($token));
        } catch (UniqueConstraintViolationException) {
            throw Refusal::invalid([new Reason('challenge.superseded', 'token')], 'challenge.refused');
        }
    }

    private function take(string $token): Account
    {
        $challenge = $this->challenges->find($token, ChallengePurpose::ChangeAddress);
        $account = $this->accounts->find($challenge->account_id) ?? throw Refusal::notFound();
        $email = EmailAddress::parse($challenge->address);
        $there = $this->accounts->byAddress($email);
        if (! in_array($account->status, [Status::Active, Status::Pending], true) || ($there !== null && $there->id !== $account->id)) {
            throw Refusal::invalid([new Reason('challenge.superseded', 'token')], 'challenge.refused');
        }
        $before = ['email' => $account->email, 'status' => $account->status->value, 'email_proven_at' => $account->email_proven_at];
        $told = ['before' => $account->email, 'after' => $email->toString()];
        $this->challenges->spend($challenge);
        $this->claims->settle($account);
        $this->accounts->readdress($account, $email, ['email_proven_at' => $proven = Moment::write($this->clock->now()), 'status' => Status::Active]);
        ($this->offerUndo)($account, (string) $before['email'], $before['email_proven_at'] !== null);
        $this->messages->queueToHolder(MessageKind::OwnAddressChanged, $account, 'sign-in', $told);
        ($this->markComplete)($account);
        $this->context->accountId = $account->id;
        $this->audit->record('account.address_changed', Actor::holder($account->id, $account->name), $account->reference(), $before, ['email' => $account->email, 'status' => $account->status->value, 'email_proven_at' => $proven]);

        return $account;
    }
}
