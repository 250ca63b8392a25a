<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Bulk;

use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Administration\Bulk\Change;

/** One kind of act upon many. What it plans before and inside the transaction comes from one place, so that the preview is what happens. */
interface Work
{
    /**
     * @param  array<string, mixed>  $parameters  as a client sent them
     * @return array<string, mixed> as they are kept
     *
     * @throws Refusal for what is invalid
     */
    public function read(array $parameters, string $operatorId): array;

    /**
     * Asked before anything is planned or undone, as often as it is.
     *
     * @param  array<string, mixed>  $parameters
     * @return string|null the code of why the operator may not do, nor undo, this to anybody
     */
    public function reasonAgainst(array $parameters, string $operatorId): ?string;

    /**
     * @param  list<Account>  $accounts  that the operator may act on
     * @param  array<string, mixed>  $parameters
     * @return array<int, Change|string> by sequence number: what would change, or the code of why it is left out
     */
    public function plan(array $accounts, array $parameters, string $operatorId): array;

    /**
     * Called inside the transaction in which the accounts were read and planned. The version is raised by whoever calls.
     *
     * @param  non-empty-list<Account>  $accounts
     * @param  array<int, Change>  $changes  by sequence number
     * @param  array<string, mixed>  $parameters
     */
    public function write(array $accounts, array $changes, array $parameters, BulkRun $run): void;

    /** Whether the change leaves an account with less than it could do before: then the last keeper is left out. */
    public function weakens(Change $change): bool;
}
