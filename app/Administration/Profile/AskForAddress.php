<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Profile;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Credentials\Challenges\Challenges;
use Kennel\App\Credentials\Passwords\CurrentPassword;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Foundation\Decoy;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Throttling\Throttle;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Credentials\Challenges\ChallengePurpose;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\Messaging\Mail\Reach;
use Kennel\Core\Messaging\Wording\MessageKind;
use Kennel\Core\Registration\Verification\VerificationRules;

/**
 * A holder wants another address: a link goes to it, and until it is pressed the account has the one it has. Whether somebody has that address
 * already is told to nobody who does not read its mail: the answer is the same, in the same time.
 */
final readonly class AskForAddress
{
    public function __construct(
        private ConnectionInterface $database,
        private Accounts $accounts,
        private CurrentPassword $currentPassword,
        private Challenges $challenges,
        private Messages $messages,
        private VerificationRules $rules,
        private Reach $reach,
        private Decoy $decoy,
        private Throttle $throttle,
        private AuditTrail $audit,
    ) {
    }

    /** @throws Refusal for another password, for what is invalid, when it is asked for too often */
    public function __invoke(SignedIn $holder, EmailAddress $email, Secret $current): void
    {
        $account = $this->accounts->find($holder->accountId) ?? throw Refusal::notFound();
        $reason = $this->reach->reasonAgainst($email) ?? ($email->toString() === $account->email ? new Reason('account.address_same', 'email') : null);
        if ($reason !== null) {
            throw Refusal::invalid([$reason]);
        }
        $this->currentPassword->require($account, $current);
        $this->throttle->hit('resends_of_address', $email->lookupKey());
        $this->database->transaction(function () use ($holder, $account, $email): void {
            $now = $this->accounts->find($holder->accountId) ?? throw Refusal::notFound();
            if ($now->password_hash !== $account->password_hash) {
                throw Refusal::changedMeanwhile();
            }
            $there = $this->accounts->byAddress($email);
            $there === null || $there->id === $now->id ? $this->send($now, $email) : $this->decoy->spendTheTimeOf(fn () => $this->send($now, $email));
            $this->audit->record('account.address_asked', $holder->asHolder(), $now->reference(), ['email' => $now->email], ['email' => $email->toString()]);
        });
    }

    private function send(Account $account, EmailAddress $email): void
    {
        $token = $this->challenges->issue($account, ChallengePurpose::ChangeAddress, $this->rules->lifetime, address: $email)->token;
        // After the "#", so that a scanner that opens the link proves nothing.
        $this->messages->queueToHolder(MessageKind::ChangeAddress, $account, 'address', ['hours' => intdiv($this->rules->lifetime->seconds, 3600)], "#t={$token->reveal()}", recipient: $email->toString());
    }
}
