<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Desk;

use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\Core\Directory\Roles\Bounds;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Text\EmailAddress;

/** That an address has an account: whose it is is said to whom may see that account. */
final readonly class TakenAddress
{
    public function __construct(private Accounts $accounts, private Caller $caller)
    {
    }

    /** @param  Account|null  $there  null for one that was there a moment ago */
    public function reason(?Account $there): Reason
    {
        return $there !== null && $this->caller->permissions()->allows(Permission::AccountsRead->value) && Bounds::include($this->caller->bounds(), $there->app_key)
            ? self::named($there)
            : new Reason('account.address_known', 'email');
    }

    public function reasonFor(EmailAddress $email): Reason
    {
        return $this->reason($this->accounts->byAddress($email));
    }

    public static function named(Account $there): Reason
    {
        return new Reason('account.address_taken', 'email', ['name' => $there->name, 'account' => $there->id]);
    }
}
