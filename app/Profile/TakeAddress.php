<?php

declare(strict_types=1);

namespace Kennel\App\Profile;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Database\UniqueConstraintViolationException;
use Kennel\App\Accounts\Account;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Accounts\MarkComplete;
use Kennel\App\Audit\AuditTrail;
use Kennel\App\Challenges\Challenges;
use Kennel\App\Mail\Messages;
use Kennel\App\Platform\Identity\Actor;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\App\Platform\RequestContext;
use Kennel\App\Verification\Claims;
use Kennel\App\Verification\OfferUndo;
use Kennel\Core\Accounts\EmailAddress;
use Kennel\Core\Accounts\Status;
use Kennel\Core\Challenges\ChallengePurpose;
use Kennel\Core\Reasons\Reason;
use Kennel\Core\Wording\MessageKind;
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
