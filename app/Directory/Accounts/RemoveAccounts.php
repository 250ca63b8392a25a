<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts;

use Kennel\App\Directory\Pictures\Pictures;
use Kennel\App\Foundation\Retention\ForgetsAccounts;

/**
 * Deletes accounts with all that is personal, wherever it is kept. The events of the trail stay, and with the account's key goes what they say
 * of its holder. Called inside the transaction of whoever says why, and after that was said.
 */
final readonly class RemoveAccounts
{
    /** @param  iterable<ForgetsAccounts>  $elsewhere */
    public function __construct(private Pictures $pictures, private iterable $elsewhere)
    {
    }

    /** @param  list<Account>  $accounts */
    public function __invoke(array $accounts): void
    {
        $ids = array_column($accounts, 'id');
        $this->pictures->removeAllOf($ids);
        foreach ($this->elsewhere as $capability) {
            $capability->forgetAccounts($ids);
        }
        Account::query()->whereKey(array_column($accounts, 'seq'))->delete();
    }
}
