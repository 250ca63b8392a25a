<?php

declare(strict_types=1);

namespace Kennel\App\Desk;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Accounts\Account;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Accounts\OperatorAuthority;
use Kennel\App\Audit\AuditTrail;
use Kennel\App\Platform\Identity\SignedIn;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\App\Platform\SeenVersion;
use Kennel\Core\Accounts\ChangeStatus;

/** Undoes a suspension. Sessions that were ended stay ended. */
final readonly class RestoreAccount
{
    public function __construct(
        private ConnectionInterface $database,
        private Accounts $accounts,
        private AuditTrail $audit,
        private ChangeStatus $rule,
        private OperatorAuthority $authority,
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
            $reasons = $this->rule->restore($account->status, $why);
            if ($reasons !== []) {
                throw Refusal::invalid($reasons);
            }
            $before = ['status' => $account->status->value, 'status_reason' => $account->status_reason];
            $after = $this->rule->restored($account->email_proven_at !== null);
            $this->accounts->change($account, ['status' => $after, 'status_reason' => null]);
            $this->audit->record(
                'account.restored',
                $operator->asOperator(),
                $account->reference(),
                $before,
                ['status' => $after->value, 'status_reason' => null],
                trim($why),
            );

            return $account;
        });
    }
}
