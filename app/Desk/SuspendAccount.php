<?php

declare(strict_types=1);

namespace Kennel\App\Desk;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Accounts\Account;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Accounts\Keepers;
use Kennel\App\Accounts\OperatorAuthority;
use Kennel\App\Audit\AuditTrail;
use Kennel\App\Platform\Identity\SignedIn;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\App\Platform\SeenVersion;
use Kennel\App\Sessions\EndSessions;
use Kennel\Core\Accounts\ChangeStatus;
use Kennel\Core\Accounts\Status;

/** Stops an account: no sign-in, every session ended, all in one transaction. */
final readonly class SuspendAccount
{
    public function __construct(
        private ConnectionInterface $database,
        private Accounts $accounts,
        private Keepers $keepers,
        private OperatorAuthority $authority,
        private EndSessions $endSessions,
        private AuditTrail $audit,
        private ChangeStatus $rule,
    ) {
    }

    /**
     * @param  SeenVersion  $seen  of the account
     *
     * @throws Refusal when there is none, when it changed meanwhile, for what is invalid
     */
    public function __invoke(string $id, string $why, SignedIn $operator, SeenVersion $seen): Account
    {
        return $this->database->transaction(function () use ($id, $why, $operator, $seen): Account {
            $account = $this->accounts->find($id) ?? throw Refusal::notFound();
            $seen->require($account->version);
            $this->authority->require($operator, $account);
            $reasons = $this->rule->suspend($account->status, $why, $account->id === $operator->accountId, $this->keepers->isLast($account));
            if ($reasons !== []) {
                throw Refusal::invalid($reasons);
            }
            $before = ['status' => $account->status->value, 'status_reason' => $account->status_reason];
            $this->accounts->change($account, ['status' => Status::Suspended, 'status_reason' => trim($why)]);
            $ended = $this->endSessions->allOf($account->id, 'suspended');
            $this->audit->record(
                'account.suspended',
                $operator->asOperator(),
                $account->reference(),
                [...$before, 'live_sessions' => $ended],
                ['status' => 'suspended', 'status_reason' => trim($why), 'live_sessions' => 0],
                trim($why),
            );

            return $account;
        });
    }
}
