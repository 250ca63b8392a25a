<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports;

use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Foundation\Retention\ForgetsAccounts;

/** Reports of imports name people by their address: those of a deleted account go with it. */
final readonly class ForgetImportRowsOfAccounts implements ForgetsAccounts
{
    public function __construct(private Accounts $accounts)
    {
    }

    public function forgetAccounts(array $ids): void
    {
        ImportRow::query()->whereIn('address', $this->accounts->addresses($ids))->delete();
    }
}
