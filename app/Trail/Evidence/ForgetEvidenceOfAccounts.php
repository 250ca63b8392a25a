<?php

declare(strict_types=1);

namespace Kennel\App\Trail\Evidence;

use Kennel\App\Foundation\Retention\ForgetsAccounts;

/** The dock's memory of a deleted account: names, fields and addresses are in it. */
final readonly class ForgetEvidenceOfAccounts implements ForgetsAccounts
{
    public function forgetAccounts(array $ids): void
    {
        EvidenceEntry::query()->whereIn('account_id', $ids)->delete();
    }
}
