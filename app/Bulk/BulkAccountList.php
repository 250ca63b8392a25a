<?php

declare(strict_types=1);

namespace Kennel\App\Bulk;

use Kennel\App\Accounts\Accounts;
use Kennel\App\Platform\Paging\Cursor;
use Kennel\App\Platform\Refusals\Refusal;

/** The accounts of one act, in the order in which they are worked through. */
final readonly class BulkAccountList
{
    private const SORT = 'position';

    public function __construct(private Accounts $accounts)
    {
    }

    /**
     * @return array{items: list<array{id: string, name: string, email: string, state: string, reason: string|null, before: object, after: object}>, next: string|null}
     *
     * @throws Refusal when the cursor is not one of ours
     */
    public function page(BulkRun $run, ?string $state, ?string $cursor, int $limit): array
    {
        $from = Cursor::read($cursor, self::SORT);
        $rows = BulkAccount::query()->where('run_id', $run->id)
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
