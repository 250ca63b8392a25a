<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Desk;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Database\UniqueConstraintViolationException;
use Kennel\App\Administration\Status\ChangeStatus;
use Kennel\App\Authorization\Keepers;
use Kennel\App\Credentials\Passwords\SetPassword;
use Kennel\App\Credentials\Sessions\EndSessions;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\ChangeFields;
use Kennel\App\Directory\Accounts\OperatorAuthority;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\SeenVersion;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Administration\Desk\AccountEdit;
use Kennel\Core\Administration\Desk\DecideEdit;
use Kennel\Core\Credentials\Passwords\ChangedBy;
use Kennel\Core\Directory\Accounts\PasswordOwed;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Text\EmailAddress;

/** An operator's edit form: name, address, status, fields and password, all of it or nothing. */
final readonly class EditAccount
{
    public function __construct(
        private ConnectionInterface $database,
        private DecideEdit $decide,
        private Accounts $accounts,
        private OperatorAuthority $authority,
        private Keepers $keepers,
        private ChangeAddress $changeAddress,
        private TakenAddress $taken,
        private ChangeFields $changeFields,
        private ChangeStatus $changeStatus,
        private SetPassword $setPassword,
        private EndSessions $endSessions,
        private AuditTrail $audit,
    ) {
    }

    /**
     * @param  SeenVersion  $seen  of the account
     *
     * @throws Refusal when there is none, when it changed meanwhile, for what is invalid
     */
    public function __invoke(string $id, AccountEdit $edit, SignedIn $operator, SeenVersion $seen): Account
    {
        $account = $this->accounts->find($id) ?? throw Refusal::notFound();
        $seen->require($account->version);
        // Before anything takes its time, and again inside.
        $this->authority->require($operator, $account);
        $plan = ($this->decide)($edit, $account->status);
        if (is_array($plan)) {
            throw Refusal::invalid($plan);
        }
        if ($edit->password !== null && $id === $operator->accountId) {
            throw Refusal::invalid([new Reason('account.self', 'password')]);
        }
        $hash = $edit->password === null ? null : $this->setPassword->prepare($edit->password, $account, $plan->name?->value);
        try {
            return $this->database->transaction(function () use ($id, $edit, $plan, $hash, $operator, $seen): Account {
                $account = $this->accounts->find($id) ?? throw Refusal::notFound();
                $seen->require($account->version);
                $this->authority->require($operator, $account);
                $isLastKeeper = $this->keepers->isLast($account);
                if ($plan->name !== null && $plan->name->value !== $account->name) {
                    $before = $account->name;
                    $this->accounts->rename($account, $plan->name);
                    $this->audit->record('account.name_changed', $operator->asOperator(), $account->reference(), ['name' => $before], ['name' => $account->name], trim($edit->why));
                }
                if ($plan->email !== null) {
                    ($this->changeAddress)($account, $plan->email, $edit->isVouchedFor, $operator, trim($edit->why));
                }
                if ($hash !== null) {
                    $this->writePassword($account, $hash, $edit, $operator);
                }
                if ($edit->fields !== []) {
                    ($this->changeFields)($id, $edit->fields, $operator, false, SeenVersion::any(), trim($edit->why));
                }
                if ($plan->act !== null) {
                    ($this->changeStatus)($id, $plan->act, $edit->why, $operator, SeenVersion::any());
                }
                if ($isLastKeeper && ! $this->keepers->isAnyUsable()) {
                    throw Refusal::invalid([new Reason('account.last_keeper')]);
                }

                return $this->accounts->find($id) ?? throw Refusal::notFound();
            });
        } catch (UniqueConstraintViolationException) {
            throw Refusal::invalid([$this->taken->reasonFor($plan->email ?? EmailAddress::parse($account->email))]);
        }
    }

    private function writePassword(Account $account, #[\SensitiveParameter] string $hash, AccountEdit $edit, SignedIn $operator): void
    {
        $this->setPassword->write($account, $hash, ChangedBy::Operator);
        if ($edit->mustChange) {
            $this->accounts->change($account, ['password_owed' => PasswordOwed::Asked]);
        }
        $ended = $this->endSessions->allOf($account->id, 'password changed');
        $this->audit->record('account.password_set', $operator->asOperator(), $account->reference(), [], [
            'password' => 'set', 'must_be_changed' => $edit->mustChange, 'sessions_ended' => $ended,
        ], trim($edit->why));
    }
}
