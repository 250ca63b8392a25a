<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Invitations;

use Kennel\App\Directory\Accounts\Account;

/** An invitation that was accepted: by whom, and what its inviter could not give any more. */
final readonly class Acceptance
{
    /** @param  list<string>  $lost  keys of roles */
    public function __construct(public Account $account, public array $lost)
    {
    }
}
