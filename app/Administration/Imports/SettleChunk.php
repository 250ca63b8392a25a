<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports;

use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\Core\Administration\Imports\AccountUpdate;
use Kennel\Core\Administration\Imports\ImportedAccount;
use Kennel\Core\Administration\Imports\ImportPlan;
use Kennel\Core\Foundation\Reasons\Reason;

/**
 * What becomes of each row of a chunk, with the accounts as they are now: a new account, a change of one that is there, or nothing. The check and the
 * import ask the same, each within its transaction, so that what was shown is what is done.
 */
final readonly class SettleChunk
{
    /** What an id is noted with; no address begins so. */
    private const ID = 'id ';

    public function __construct(private Accounts $accounts, private PlanUpdates $plan)
    {
    }

    /**
     * @return array{new: list<DecidedRow>, updates: list<array{Account, AccountUpdate}>} counted as well
     */
    public function __invoke(DecidedChunk $chunk, Import $import, ImportPlan $plan, RowCounts $counts): array
    {
        $seen = $this->seen($chunk, $import);
        $there = match ($plan->existing) {
            'update' => ($this->plan)(array_values(array_filter($chunk->rows, static fn (DecidedRow $row): bool => $row->lookupKey !== '')), $plan, $import->begunBy()),
            default => $this->accounts->taken($chunk->lookupKeys()),
        };
        $ids = $this->accounts->takenIds($chunk->ids());
        $settled = ['new' => [], 'updates' => []];
        foreach ($chunk->rows as $row) {
            $account = $row->decision;
            if (! $account instanceof ImportedAccount) {
                $counts->refuse($row->typed, $account);

                continue;
            }
            $address = $account->email->toString();
            $found = $there[$row->lookupKey] ?? null;
            if (isset($seen[$row->lookupKey])) {
                $counts->refuse($address, [new Reason('import.twice', 'address')]);
            } elseif ($found === true) {
                $plan->existing === 'leave' ? $counts->leave($address, 'import.left') : $counts->refuse($address, [new Reason('import.taken', 'address')]);
            } elseif (is_array($found) && $found[1] instanceof Reason) {
                $counts->refuse($address, [$found[1]]);
            } elseif (is_array($found) && $found[1]->isEmpty()) {
                $counts->leave($address, 'import.unchanged');
            } elseif (is_array($found)) {
                $settled['updates'][] = [$found[0], $found[1]];
                $counts->update($address, $found[1]->parts());
            } elseif ($account->hash === '' && ! $plan->allowsNoHash) {
                $counts->refuse($address, [new Reason('import.hash_required', 'hash')]);
            } elseif ($account->id !== null && (isset($ids[$account->id]) || isset($seen[self::ID.$account->id]))) {
                $counts->refuse($address, [new Reason('import.id_taken', 'id')]);
            } else {
                $settled['new'][] = $row;
                $ids += $account->id === null ? [] : [$account->id => true];
                $counts->accept($account);
            }
            $seen[$row->lookupKey] = true;
        }

        return $settled;
    }

    /**
     * Notes the addresses of a chunk, and the ids it asks to keep.
     *
     * @return array<string, true> those of them that earlier rows of the file have
     */
    private function seen(DecidedChunk $chunk, Import $import): array
    {
        $keys = [...$chunk->lookupKeys(), ...array_values(array_unique(array_map(static fn (string $id): string => self::ID.$id, $chunk->ids())))];
        $seen = array_fill_keys(ImportAddress::query()->where('import_id', $import->id)->whereIn('lookup_key', $keys)->pluck('lookup_key')->all(), true);
        ImportAddress::query()->insert(array_map(static fn (string $key): array => ['import_id' => $import->id, 'lookup_key' => $key], array_values(array_diff($keys, array_keys($seen)))));

        return $seen;
    }
}
