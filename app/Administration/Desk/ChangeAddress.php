<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Desk;

use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\MarkComplete;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\App\Registration\Verification\Claims;
use Kennel\App\Registration\Verification\SendVerification;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\Messaging\Wording\MessageKind;
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
