<?php

declare(strict_types=1);

namespace Kennel\App\SignIn\Recovery;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Authorization\Keepers;
use Kennel\App\Credentials\Challenges\Challenges;
use Kennel\App\Credentials\Passwords\HandOverPassword;
use Kennel\App\Credentials\Passwords\PasswordHistory;
use Kennel\App\Credentials\Sessions\EndSessions;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\OperatorAuthority;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\SeenVersion;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Credentials\Challenges\ChallengePurpose;
use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Core\Directory\Accounts\PasswordOwed;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\WrittenReason;
use Kennel\Core\Foundation\Secrets\Secret;

/** An operator has a holder choose a new password: after the next sign-in, or with a temporary one that is handed over. */
final readonly class RequireNewPassword
{
    public function __construct(
        private ConnectionInterface $database,
        private HandOverPassword $handOver,
        private Accounts $accounts,
        private EndSessions $endSessions,
        private PasswordHistory $history,
        private SendRecovery $sendRecovery,
        private AuditTrail $audit,
        private OperatorAuthority $authority,
        private Keepers $keepers,
        private Challenges $challenges,
    ) {
    }

    /**
     * @param  SeenVersion  $seen  of the account
     *
     * @throws Refusal when there is none, when it changed meanwhile, for what is invalid
     */
    public function atNextSignIn(string $id, string $why, SignedIn $operator, SeenVersion $seen): Account
    {
        return $this->database->transaction(function () use ($id, $why, $operator, $seen): Account {
            $account = $this->usable($id, $why, $operator, $seen);
            $before = $account->password_owed;
            // Asked for on top of a stronger mark, that one stays.
            $owed = $before->strengthenedBy(PasswordOwed::Asked);
            $this->accounts->change($account, ['password_owed' => $owed]);
            $this->audit->record(
                'account.password_change_asked',
                $operator->asOperator(),
                $account->reference(),
                ['password_owed' => $before->value],
                ['password_owed' => $owed->value],
                trim($why),
            );

            return $account;
        });
    }

    /**
     * Others may know the password: every session ends, and a new one is set by the link in the message that goes out at once. Knowing
     * the present one is not enough, since it may not be the holder who does.
     *
     * @param  SeenVersion  $seen  of the account
     *
     * @throws Refusal when there is none, when it changed meanwhile, for what is invalid
     */
    public function asCompromised(string $id, string $why, SignedIn $operator, SeenVersion $seen): Account
    {
        return $this->database->transaction(function () use ($id, $why, $operator, $seen): Account {
            $account = $this->somebodyElse($id, $why, $operator, $seen);
            $before = $account->password_owed;
            $this->accounts->change($account, ['password_owed' => PasswordOwed::Compromised]);
            $ended = $this->endSessions->allOf($account->id, 'password compromised');
            ($this->sendRecovery)($account);
            $this->audit->record(
                'account.password_compromised',
                $operator->asOperator(),
                $account->reference(),
                ['password_owed' => $before->value],
                ['password_owed' => 'compromised', 'sessions_ended' => $ended],
                trim($why),
            );

            return $account;
        });
    }

    /**
     * Takes the place of the former password and ends every session. Returned once or mailed, kept as a hash, logged nowhere.
     *
     * @param  SeenVersion  $seen  of the account
     *
     * @return Secret|null null when it is on its way to the holder
     *
     * @throws Refusal when there is none, when it changed meanwhile, for what is invalid
     */
    public function byTemporaryOne(string $id, string $why, bool $isMailed, SignedIn $operator, SeenVersion $seen): ?Secret
    {
        $temporary = $this->handOver->temporary();
        $hash = $this->handOver->hash($temporary);
        $this->database->transaction(function () use ($id, $why, $isMailed, $operator, $seen, $hash, $temporary): void {
            $account = $this->somebodyElse($id, $why, $operator, $seen);
            $before = $account->password_owed;
            $this->history->keep($account);
            $this->accounts->storeHash($account, HashKind::describe($hash));
            $owed = $this->handOver->owed();
            $this->accounts->change($account, $owed);
            $ended = $this->endSessions->allOf($account->id, 'temporary password');
            // A reset link from before would set the password once more.
            $this->challenges->supersede($account->id, 'newer', ChallengePurpose::ResetPassword);
            if ($isMailed) {
                $this->handOver->mail($account, $temporary);
            }
            $this->audit->record(
                'account.temporary_password_set',
                $operator->asOperator(),
                $account->reference(),
                ['password_owed' => $before->value],
                [
                    'password_owed' => 'temporary',
                    'until' => $owed['password_until'],
                    'handed_over' => $isMailed ? 'by a message' : 'by the operator',
                    'sessions_ended' => $ended,
                ],
                trim($why),
            );
        });

        return $isMailed ? null : $temporary;
    }

    private function somebodyElse(string $id, string $why, SignedIn $operator, SeenVersion $seen): Account
    {
        if ($id === $operator->accountId) {
            throw Refusal::invalid([new Reason('account.self')]);
        }

        return $this->usable($id, $why, $operator, $seen);
    }

    private function usable(string $id, string $why, SignedIn $operator, SeenVersion $seen): Account
    {
        $account = $this->accounts->find($id) ?? throw Refusal::notFound();
        $seen->require($account->version);
        $this->authority->require($operator, $account);
        $isStopped = $account->status === Status::Suspended || $account->status === Status::Closed;
        $reasons = [...WrittenReason::reasonsAgainst($why), ...match (true) {
            $isStopped => [new Reason("account.{$account->status->value}")],
            // Until a new password is chosen they have no full standing, and may not find the way back.
            $this->keepers->isLast($account) => [new Reason('account.last_keeper')],
            default => [],
        }];

        return $reasons === [] ? $account : throw Refusal::invalid($reasons);
    }
}
