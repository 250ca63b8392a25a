<?php

declare(strict_types=1);

namespace Kennel\App\Desk;

use Kennel\App\Accounts\Account;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Accounts\MarkComplete;
use Kennel\App\Audit\AuditTrail;
use Kennel\App\Mail\Messages;
use Kennel\App\Platform\Identity\SignedIn;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\App\Verification\Claims;
use Kennel\App\Verification\SendVerification;
use Kennel\Core\Accounts\EmailAddress;
use Kennel\Core\Accounts\Status;
use Kennel\Core\Wording\MessageKind;
use Psr\Clock\ClockInterface;

/**
 * An operator gives an account another address, at once: on their word, or to be verified by its holder, who has limited access until then.
 * Both addresses are told. Links that were mailed to the former one stop working. Called inside the act's transaction.
 */
final readonly class ChangeAddress
{
    public function __construct(
        private ClockInterface $clock,
        private Accounts $accounts,
        private Claims $claims,
        private Messages $messages,
        private SendVerification $sendVerification,
        private MarkComplete $markComplete,
        private AuditTrail $audit,
        private TakenAddress $taken,
    ) {
    }

    /**
     * @throws Refusal when somebody has the address
     * @throws \Illuminate\Database\UniqueConstraintViolationException when somebody was quicker
     */
    public function __invoke(Account $account, EmailAddress $email, bool $isVouchedFor, SignedIn $operator, string $why): void
    {
        if ($email->toString() === $account->email) {
            return;
        }
        $there = $this->accounts->byAddress($email);
        if ($there !== null && $there->id !== $account->id) {
            throw Refusal::invalid([$this->taken->reason($there)]);
        }
        $before = ['email' => $account->email, 'status' => $account->status->value, 'email_proven_at' => $account->email_proven_at];
        $told = ['before' => $account->email, 'after' => $email->toString()];
        $this->messages->queueToHolder(MessageKind::AddressChanged, $account, 'sign-in', $told);
        $this->claims->settle($account);
        $proven = $isVouchedFor ? Moment::write($this->clock->now()) : null;
        $isOpen = $account->status === Status::Active || $account->status === Status::Pending;
        $this->accounts->readdress($account, $email, [
            'email_proven_at' => $proven,
            'status' => $isOpen ? ($isVouchedFor ? Status::Active : Status::Pending) : $account->status,
        ]);
        $isVouchedFor ? $this->messages->queueToHolder(MessageKind::AddressChanged, $account, 'sign-in', $told) : $this->sendVerification->send($account, null);
        ($this->markComplete)($account);
        $this->audit->record(
            'account.address_changed',
            $operator->asOperator(),
            $account->reference(),
            $before,
            ['email' => $account->email, 'status' => $account->status->value, 'email_proven_at' => $proven],
            $why,
        );
    }
}
