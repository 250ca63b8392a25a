<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Retention;

/** A capability that keeps what is personal apart from the account's own row, where no foreign key would take it along. */
interface ForgetsAccounts
{
    /** @param  list<string>  $ids  of accounts that are being deleted, in the transaction under way */
    public function forgetAccounts(array $ids): void;
}
