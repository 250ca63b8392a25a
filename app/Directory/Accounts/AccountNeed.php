<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts;

use Illuminate\Database\Eloquent\Builder;
use Kennel\Core\Directory\Accounts\PasswordOwed;
use Kennel\Core\Directory\Accounts\Status;

/** A step that is known to be ahead of some accounts, by their holder or by an operator. */
enum AccountNeed: string
{
    case Unverified = 'unverified';
    case Compromised = 'compromised';
    case OwesPassword = 'owes_password';
    case Suspended = 'suspended';
    case Closed = 'closed';

    /**
     * @param  Builder<Account>  $accounts
     * @return Builder<Account>
     */
    public function narrow(Builder $accounts): Builder
    {
        return match ($this) {
            self::Unverified => $accounts->where('status', Status::Pending)->whereNull('email_proven_at'),
            self::Compromised => $accounts->where('status', Status::Active)->where('password_owed', PasswordOwed::Compromised),
            self::OwesPassword => $accounts->where('status', Status::Active)->where('password_owed', '<>', PasswordOwed::Nothing),
            self::Suspended => $accounts->where('status', Status::Suspended),
            self::Closed => $accounts->where('status', Status::Closed),
        };
    }
}
