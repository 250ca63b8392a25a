<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Bulk;

use Kennel\App\Authorization\Keepers;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Roles\PermissionsOfAccount;
use Kennel\Core\Administration\Bulk\Change;
use Kennel\Core\Directory\Roles\Bounds;

/**
 * What an act would do to each account of a chunk, by every rule that one account by itself is held to: whom the operator reaches, what was
 * seen of it, and that a keeper who can sign in is left.
 */
final readonly class PlanChunk
{
    public function __construct(private Works $works, private Accounts $accounts, private PermissionsOfAccount $permissions, private Keepers $keepers)
    {
    }

    /**
     * @param  list<BulkAccount>  $rows
     * @param  bool  $isSeen  the versions are those of the check: what changed since is left out
     * @return array{array<int, Account>, array<int, Change|string>} accounts, and what becomes of each, by sequence number
     */
    public function __invoke(BulkRun $run, array $rows, bool $isSeen): array
    {
        $this->permissions->readAgain();
        $accounts = $this->accounts->bySeq(array_column($rows, 'account_seq'));
        $planned = $this->refused($run, $rows, $accounts, $isSeen);
        $asked = array_values(array_diff_key($accounts, $planned));
        $work = $this->works->of($run->act);
        $reason = $work->reasonAgainst($run->parameters, $run->operator_id);
        $planned += match (true) {
            $reason !== null => array_fill_keys(array_column($asked, 'seq'), $reason),
            $run->undo_of === null => $work->plan($asked, $run->parameters, $run->operator_id),
            default => $this->undoings($rows, $asked),
        };

        return [$accounts, $this->withoutTheLastKeeper($run, $work, $accounts, $planned)];
    }

    /**
     * @param  list<BulkAccount>  $rows
     * @param  array<int, Account>  $accounts
     * @return array<int, string> the code of why, by sequence number
     */
    private function refused(BulkRun $run, array $rows, array $accounts, bool $isSeen): array
    {
        $grants = $this->permissions->grantsOfAll([...array_column($accounts, 'id'), $run->operator_id]);
        $own = $grants[$run->operator_id] ?? [];
        $bounds = Bounds::of($own);
        $refused = [];
        foreach ($rows as $row) {
            $account = $accounts[$row->account_seq] ?? null;
            if ($account === null) {
                $refused[$row->account_seq] = 'bulk.gone';
            } elseif (! Bounds::include($bounds, $account->app_key) || ($account->id !== $run->operator_id && ! Bounds::reaches($own, $grants[$account->id] ?? []))) {
                $refused[$row->account_seq] = 'operator.beyond_authority';
            } elseif ($isSeen && $account->version !== $row->version) {
                $refused[$row->account_seq] = 'bulk.changed_since';
            }
        }

        return $refused;
    }

    /**
     * @param  list<BulkAccount>  $rows
     * @param  list<Account>  $accounts
     * @return array<int, Change>
     */
    private function undoings(array $rows, array $accounts): array
    {
        $asked = array_flip(array_column($accounts, 'seq'));
        $changes = [];
        foreach ($rows as $row) {
            if (isset($asked[$row->account_seq])) {
                $changes[$row->account_seq] = new Change($row->before ?? [], $row->after ?? []);
            }
        }

        return $changes;
    }

    /**
     * @param  array<int, Account>  $accounts
     * @param  array<int, Change|string>  $planned
     * @return array<int, Change|string>
     */
    private function withoutTheLastKeeper(BulkRun $run, Work $work, array $accounts, array $planned): array
    {
        $weakened = array_filter($planned, static fn (Change|string $change): bool => $change instanceof Change && $work->weakens($change));
        if ($weakened === []) {
            return $planned;
        }
        $usable = array_flip($this->keepers->usable());
        if ($run->state === 'checking') {
            // Those of earlier chunks that are going to be changed are as good as changed.
            $seqs = array_map(static fn (Account $account): int => $account->seq, $this->accounts->active(array_keys($usable)));
            $taken = BulkAccount::query()->where('run_id', $run->id)->where('state', 'planned')->whereIn('account_seq', $seqs)->pluck('account_seq')->all();
            $usable = array_diff_key($usable, array_flip(array_column($this->accounts->bySeq(array_map(intval(...), $taken)), 'id')));
        }
        foreach (array_keys($weakened) as $seq) {
            $id = $accounts[$seq]->id;
            if (isset($usable[$id])) {
                if (count($usable) === 1) {
                    $planned[$seq] = 'account.last_keeper';
                } else {
                    unset($usable[$id]);
                }
            }
        }

        return $planned;
    }
}
