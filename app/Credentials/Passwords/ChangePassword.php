<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Passwords;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Credentials\Sessions\EndSessions;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Credentials\Passwords\ChangedBy;
use Kennel\Core\Directory\Accounts\PasswordOwed;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Secrets\Secret;

/** A holder changes their own password, knowing the one they have. */
final readonly class ChangePassword
{
    public function __construct(
        private ConnectionInterface $database,
        private Accounts $accounts,
        private CurrentPassword $currentPassword,
        private SetPassword $setPassword,
        private EndSessions $endSessions,
        private AuditTrail $audit,
    ) {
    }

    /** @throws Refusal for what is invalid */
    public function __invoke(SignedIn $holder, Secret $current, Secret $new, bool $endOthers): void
    {
        $account = $this->accounts->find($holder->accountId) ?? throw Refusal::notFound();
        $write = $this->prepare($account, $current, $new);
        $this->database->transaction(fn () => $write($this->accounts->find($account->id) ?? throw Refusal::notFound(), $holder, $endOthers));
    }

    /**
     * What takes time is done here; what is handed back writes it to the account as it is read anew, inside the transaction of the act,
     * and refuses (412) when it has another password by then.
     *
     * @return \Closure(Account, SignedIn, bool): void
     *
     * @throws Refusal for what is invalid, while the brake is on
     */
    public function prepare(Account $account, Secret $current, Secret $new): \Closure
    {
        if ($account->password_owed === PasswordOwed::Compromised) {
            // Whoever else knows it could change it just as well; the mailbox tells them apart.
            throw Refusal::invalid([new Reason('password.compromised', 'current')]);
        }
        $this->currentPassword->require($account, $current);
        if (hash_equals($current->reveal(), $new->reveal())) {
            throw Refusal::invalid([new Reason('password.same', 'password')]);
        }
        $hash = $this->setPassword->prepare($new, $account);
        $verified = $account->password_hash;

        return function (Account $account, SignedIn $holder, bool $endOthers) use ($hash, $verified): void {
            if ($account->password_hash !== $verified || $account->password_owed === PasswordOwed::Compromised) {
                throw Refusal::changedMeanwhile();
            }
            $this->setPassword->write($account, $hash, ChangedBy::Holder);
            $ended = $endOthers ? $this->endSessions->allOthersOf($account->id, $holder->sessionId, 'password changed') : 0;
            $this->audit->record('account.password_changed', $holder->asHolder(), $account->reference(), [], ['password' => 'set', 'sessions_ended' => $ended]);
        };
    }
}
