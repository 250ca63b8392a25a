<?php

declare(strict_types=1);

namespace Kennel\App\Accounts;

use Kennel\App\Pictures\Pictures;

/** Deletes accounts with all they hold. What the trail says of them stays. Called inside the transaction of whoever says why. */
final readonly class RemoveAccounts
{
    public function __construct(private Pictures $pictures)
    {
    }

    /** @param  list<Account>  $accounts */
    public function __invoke(array $accounts): void
    {
        $this->pictures->removeAllOf(array_column($accounts, 'id'));
        Account::query()->whereKey(array_column($accounts, 'seq'))->delete();
    }
}
