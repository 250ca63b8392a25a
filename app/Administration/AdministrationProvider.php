<?php

declare(strict_types=1);

namespace Kennel\App\Administration;

use Kennel\App\Administration\Bulk\BulkRun;
use Kennel\App\Administration\Exports\ForgetExports;
use Kennel\App\Administration\Imports\ForgetImportRowsOfAccounts;
use Kennel\App\Administration\Imports\ForgetImports;
use Kennel\App\Administration\Imports\Import;
use Kennel\App\Foundation\AreaProvider;

/** What operators do to accounts. */
final class AdministrationProvider extends AreaProvider
{
    /** Records that say themselves which of their rows may go. */
    public const PRUNED = [
        Import::class,
        BulkRun::class,
    ];

    /** What deletes more than rows of one record. */
    public const FORGETS = [
        ForgetImports::class,
        ForgetExports::class,
    ];

    /** What keeps an account's personal data apart from its own row. */
    public const FORGETS_ACCOUNTS = [
        ForgetImportRowsOfAccounts::class,
    ];
}
