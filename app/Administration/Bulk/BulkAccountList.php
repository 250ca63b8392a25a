<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Bulk;

use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Paging\Cursor;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Administration\Bulk\Change;

/** The accounts of one act, in the order in which they are worked through. */
final readonly class BulkAccountList
{
    private const SORT = 'position';

    public function __construct(private Accounts $accounts, private Caller $caller)
    {
    }

    /**
     * What would change, or has, as the run keeps it in short; counted again for an operator who sees some apps alone.
     *
     * @return array<string, int> accounts by what changed, as WorkThroughBulk::inShort() writes it
     */
    public function changes(BulkRun $run): array
    {
        if ($this->caller->bounds() === null) {
            return $run->outcomes['changes'];
        }
        $counted = [];
        foreach ($this->rows($run)->whereIn('state', ['planned', 'changed'])->groupBy('before', 'after')->selectRaw('before, after, count(*) AS accounts')->get() as $row) {
            $counted[WorkThroughBulk::inShort(new Change($row->before ?? [], $row->after ?? []))] = (int) $row->getAttribute('accounts');
        }

        return $counted;
    }

    /** @return Builder<BulkAccount> of accounts that the operator sees now, whatever they saw when it was checked */
    private function rows(BulkRun $run): Builder
    {
        $bounds = $this->caller->bounds();

        return BulkAccount::query()->where('run_id', $run->id)
            ->when($bounds !== null, fn ($rows) => $rows->whereIn('account_seq', $this->accounts->seqsOfApps($bounds ?? [])));
    }

    /**
     * @return array{items: list<array{id: string, name: string, email: string, state: string, reason: string|null, before: object, after: object}>, next: string|null}
     *
     * @throws Refusal when the cursor is not one of ours
     */
    public function page(BulkRun $run, ?string $state, ?string $cursor, int $limit): array
    {
        $from = Cursor::read($cursor, self::SORT);
        $rows = $this->rows($run)
            ->when($state !== null, static fn ($rows) => $rows->where('state', $state))
            ->when($from !== null, static fn ($rows) => $rows->where('position', '>', $from->seq ?? 0))
            ->orderBy('position')->limit($limit + 1)->get()->all();
        $shown = array_slice($rows, 0, $limit);
        $accounts = $this->accounts->bySeq(array_column($shown, 'account_seq'));
        $items = [];
        foreach ($shown as $row) {
            $account = $accounts[$row->account_seq] ?? null;
            if ($account !== null) {
                $items[] = [
                    'id' => $account->id,
                    'name' => $account->name,
                    'email' => $account->email,
                    'state' => $row->state,
                    'reason' => $row->reason,
                    'before' => (object) ($row->before ?? []),
                    'after' => (object) ($row->after ?? []),
                ];
            }
        }
        $last = end($shown);

        return ['items' => $items, 'next' => count($rows) > $limit && $last !== false ? (new Cursor(self::SORT, '', $last->position))->write() : null];
    }
}
