<?php

declare(strict_types=1);

namespace Kennel\App\Passwords;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Accounts\Account;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Audit\AuditTrail;
use Kennel\App\Platform\Http\Problem;
use Kennel\App\Sessions\EndSessions;
use Kennel\App\Sessions\SignedIn;
use Kennel\Core\Passwords\PasswordHasher;
use Kennel\Core\Passwords\PreparedPassword;
use Kennel\Core\Rules\Reason;
use Kennel\Core\Rules\Refused;
use Kennel\Core\Secrets\Secret;

/** A holder changes their own password, knowing the one they have. */
final readonly class ChangePassword
{
    public function __construct(
        private ConnectionInterface $database,
        private Accounts $accounts,
        private PasswordHasher $hasher,
        private SetPassword $setPassword,
        private EndSessions $endSessions,
        private AuditTrail $audit,
    ) {
    }

    /** @throws Problem 422 */
    public function __invoke(SignedIn $holder, Secret $current, Secret $new, bool $endOthers): void
    {
        $account = $this->accounts->find($holder->accountId) ?? throw Problem::notFound();
        $write = $this->prepare($account, $current, $new);
        $this->database->transaction(static fn () => $write($account, $holder, $endOthers));
    }

    /**
     * What takes time is done here; what is handed back writes it, inside the transaction of the act.
     *
     * @return \Closure(Account, SignedIn, bool): void
     *
     * @throws Problem 422
     */
    public function prepare(Account $account, Secret $current, Secret $new): \Closure
    {
        if ($account->password_owed === 'compromised') {
            // Whoever else knows it could change it just as well; the mailbox tells them apart.
            throw Problem::invalid([new Reason('password.compromised', 'current')]);
        }
        if (! $this->isTheirs($current, $account->password_hash)) {
            throw Problem::invalid([new Reason('password.current_wrong', 'current')]);
        }
        if (hash_equals($current->reveal(), $new->reveal())) {
            throw Problem::invalid([new Reason('password.same', 'password')]);
        }
        $hash = $this->setPassword->prepare($new, $account);

        return function (Account $account, SignedIn $holder, bool $endOthers) use ($hash): void {
            $this->setPassword->write($account, $hash, 'by somebody who knew the former one');
            $ended = $endOthers ? $this->endSessions->allOthersOf($account->id, $holder->sessionId, 'password changed') : 0;
            $this->audit->record('account.password_changed', $holder->asHolder(), $account->reference(), [], ['password' => 'set', 'sessions_ended' => $ended]);
        };
    }

    private function isTheirs(Secret $typed, string $stored): bool
    {
        try {
            return $this->hasher->verify(PreparedPassword::from($typed), $stored);
        } catch (Refused) {
            return false;
        }
    }
}
