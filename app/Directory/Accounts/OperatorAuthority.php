<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts;

use Kennel\App\Directory\Roles\PermissionsOfAccount;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Directory\Roles\Bounds;
use Kennel\Core\Foundation\Permissions\Permission;

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
        $own = $this->permissions->grants($operator->accountId);
        if (! Bounds::include(Bounds::of($own), $account->app_key)) {
            throw Refusal::notFound();
        }
        if ($account->id !== $operator->accountId && ! Bounds::reaches($own, $this->permissions->grants($account->id))) {
            throw Refusal::notAllowed('operator.beyond_authority');
        }
    }

    /** For what goes on without its operator: one who was stopped, or lost the permission, does nothing more. */
    public function mayGoOn(string $operatorId, Permission $permission): bool
    {
        $this->permissions->readAgain();

        return $this->isActive($operatorId) && ($this->permissions)($operatorId)->allows($permission->value);
    }

    /** The same for what cannot be narrowed to some apps: one who was bounded meanwhile does nothing more either. */
    public function mayGoOnEverywhere(string $operatorId, Permission $permission): bool
    {
        return $this->mayGoOn($operatorId, $permission) && $this->permissions->bounds($operatorId) === null;
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
