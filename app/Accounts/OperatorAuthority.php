<?php

declare(strict_types=1);

namespace Kennel\App\Accounts;

use Kennel\App\Platform\Identity\SignedIn;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\App\Roles\PermissionsOfAccount;
use Kennel\Core\Accounts\Status;
use Kennel\Core\Roles\Bounds;

/** Asks the core's one rule about whom an operator may act on, from the rows as they are now. Called inside the act's transaction. */
final readonly class OperatorAuthority
{
    public function __construct(private Accounts $accounts, private PermissionsOfAccount $permissions)
    {
    }

    /** @throws Refusal when the operator was stopped meanwhile, or the account may do what they may not */
    public function require(SignedIn $operator, Account $account): void
    {
        $this->permissions->readAgain();
        if (! $this->isActive($operator->accountId)) {
            throw Refusal::nobodySignedIn();
        }
        // What is out of their bounds is not there for them.
        $bounds = $this->permissions->bounds($operator->accountId);
        if ($bounds !== null && ! in_array($account->app_key, $bounds, true)) {
            throw Refusal::notFound();
        }
        if (! $this->reaches($operator, $account->id)) {
            throw Refusal::notAllowed('operator.beyond_authority');
        }
    }

    /** For what goes on without its operator: one who was stopped, or lost the permission, does nothing more. */
    public function mayGoOn(string $operatorId, string $permission): bool
    {
        $this->permissions->readAgain();

        return $this->isActive($operatorId) && ($this->permissions)($operatorId)->allows($permission);
    }

    public function reaches(SignedIn $operator, string $accountId): bool
    {
        return $accountId === $operator->accountId || Bounds::reaches($this->permissions->grants($operator->accountId), $this->permissions->grants($accountId));
    }

    private function isActive(string $operatorId): bool
    {
        return in_array($this->accounts->find($operatorId)?->status, [Status::Active, Status::Pending], true);
    }
}
