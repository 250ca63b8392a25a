<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Desk;

use Kennel\App\Directory\Accounts\Account;
use Kennel\Core\Foundation\Secrets\Secret;

/** A new account, and the temporary password where the operator is to hand it over: shown this once. */
final readonly class MadeAccount
{
    public function __construct(public Account $account, public ?Secret $temporary)
    {
    }
}
