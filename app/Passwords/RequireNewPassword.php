<?php

declare(strict_types=1);

namespace Kennel\App\Passwords;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Accounts\Account;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Audit\AuditTrail;
use Kennel\App\Platform\Http\Problem;
use Kennel\App\Platform\Moment;
use Kennel\App\Sessions\EndSessions;
use Kennel\App\Sessions\SignedIn;
use Kennel\Core\Accounts\Status;
use Kennel\Core\Passwords\PasswordHasher;
use Kennel\Core\Passwords\PreparedPassword;
use Kennel\Core\Passwords\TemporaryPassword;
use Kennel\Core\Rules\Reason;
use Kennel\Core\Rules\WrittenReason;
use Kennel\Core\Secrets\Entropy;
use Kennel\Core\Secrets\Secret;
use Psr\Clock\ClockInterface;

/** An operator has a holder choose a new password: after the next sign-in, or with a temporary one that is handed over. */
final readonly class RequireNewPassword
{
    /** How long a temporary password can be used for signing in. */
    private const TEMPORARY = '+24 hours';

    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private Entropy $entropy,
        private PasswordHasher $hasher,
        private Accounts $accounts,
        private EndSessions $endSessions,
        private AuditTrail $audit,
    ) {
    }

    /**
     * @param  \Closure(Account): void  $condition  throws when the record is not the one the operator saw
     *
     * @throws Problem 404, 412, 422
     */
    public function atNextSignIn(string $id, string $why, SignedIn $operator, \Closure $condition): Account
    {
        return $this->database->transaction(function () use ($id, $why, $operator, $condition): Account {
            $account = $this->usable($id, $why, $condition);
            $this->accounts->change($account, ['password_owed' => 'asked']);
            $this->audit->record('account.password_change_asked', $operator->asOperator(), $account->reference(), ['password_owed' => ''], ['password_owed' => 'asked'], trim($why));

            return $account;
        });
    }

    /**
     * Takes the place of the former password and ends every session. Returned once, kept as a hash, logged nowhere.
     *
     * @param  \Closure(Account): void  $condition  throws when the record is not the one the operator saw
     *
     * @throws Problem 404, 412, 422
     */
    public function byTemporaryOne(string $id, string $why, SignedIn $operator, \Closure $condition): Secret
    {
        $temporary = TemporaryPassword::draw($this->entropy);
        $hash = $this->hasher->hash(PreparedPassword::from($temporary));
        $this->database->transaction(function () use ($id, $why, $operator, $condition, $hash): void {
            $account = $this->usable($id, $why, $condition);
            if ($account->id === $operator->accountId) {
                throw Problem::invalid([new Reason('account.self')]);
            }
            $this->accounts->storeHash($account, $hash);
            $until = Moment::write($this->clock->now()->modify(self::TEMPORARY));
            $this->accounts->change($account, ['password_owed' => 'temporary', 'password_until' => $until]);
            $ended = $this->endSessions->allOf($account->id, 'temporary password');
            $this->audit->record('account.temporary_password_set', $operator->asOperator(), $account->reference(), ['password_owed' => ''], ['password_owed' => 'temporary', 'until' => $until, 'sessions_ended' => $ended], trim($why));
        });

        return $temporary;
    }

    /** @param  \Closure(Account): void  $condition */
    private function usable(string $id, string $why, \Closure $condition): Account
    {
        $account = $this->accounts->find($id) ?? throw Problem::notFound();
        $condition($account);
        $isStopped = $account->status === Status::Suspended || $account->status === Status::Closed;
        $reasons = [...WrittenReason::reasonsAgainst($why), ...$isStopped ? [new Reason("account.{$account->status->value}")] : []];

        return $reasons === [] ? $account : throw Problem::invalid($reasons);
    }
}
