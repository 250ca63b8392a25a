<?php

declare(strict_types=1);

namespace Kennel\App\Trail;

use Kennel\App\Foundation\AreaProvider;
use Kennel\App\Trail\Audit\StrangerTally;
use Kennel\App\Trail\Evidence\EvidenceEntry;
use Kennel\App\Trail\Evidence\ForgetEvidenceOfAccounts;

/** The audit log and the trace. */
final class TrailProvider extends AreaProvider
{
    /** Records that say themselves which of their rows may go. */
    public const PRUNED = [
        EvidenceEntry::class,
        StrangerTally::class,
    ];

    /** What keeps an account's personal data apart from its own row. */
    public const FORGETS_ACCOUNTS = [
        ForgetEvidenceOfAccounts::class,
    ];
}
