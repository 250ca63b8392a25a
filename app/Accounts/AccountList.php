<?php

declare(strict_types=1);

namespace Kennel\App\Accounts;

use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Platform\Identity\Caller;
use Kennel\App\Platform\Paging\Cursor;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\Core\Fields\FieldRules;
use Kennel\Core\Finding\Where;
use Kennel\Core\Reasons\Reason;

/** The accounts as operators list them: searched, filtered, sorted, one keyset page at a time, and counted apart from it. */
final readonly class AccountList
{
    /** By what the list is sorted, and the column or expression an index has. */
    public const SORTS = [
        'name' => 'name_key', 'address' => 'lookup_key', 'created' => 'created_at', 'seen' => 'seen_at', 'changed' => 'changed_at', 'status' => 'status',
        'app' => 'app_key', 'origin' => 'came_by', 'hash' => 'hash_kind',
    ];

    /** Rows of the list that are looked at before anything is cut: where conditions are frequent, a page is full by then. */
    private const STRETCH = 2_000;

    /** As far count() counts, unless it is told to count them all. */
    public const COUNTED = 10_000;

    private const BY_FIELD = '/^field:([a-z][a-z0-9_]{0,39})$/D';

    public function __construct(private Matches $matches, private Caller $caller, private FieldRules $fields)
    {
    }

    /**
     * @param  string  $sort  a key of SORTS, or "field:" and a field's key: then whoever holds no value of it is left out; "-" before it for
     *                        descending
     * @return array{items: list<Account>, next: string|null, total: int, total_is_exact: bool} the total as far as it is known without counting: at
     *                                                                                             least so many, where it is not exact
     *
     * @throws Refusal for an order there is none of, a condition that cannot be asked
     */
    public function page(?string $search, Where $where, string $sort, ?string $cursor, int $limit): array
    {
        $this->caller->require('kennel:accounts.read');
        $page = $this->pageFor($search, $where, $sort, $cursor, $limit);
        $isWhole = $cursor === null && $page['next'] === null;
        // Without a filter the table's length is read off its smallest index.
        $isAll = $search === null && $where->isEverybody() && $this->fieldOf($sort) === null;

        return [...$page, 'total' => $isAll ? Account::query()->count() : count($page['items']), 'total_is_exact' => $isAll || $isWhole];
    }

    /**
     * A page for whoever goes on with what an operator began, and has asked whether they still may.
     *
     * @return array{items: list<Account>, next: string|null}
     *
     * @throws Refusal for an order there is none of, a condition that cannot be asked
     */
    public function pageFor(?string $search, Where $where, string $sort, ?string $cursor, int $limit): array
    {
        $field = $this->fieldOf($sort);
        $isFiltered = $search !== null || ! $where->isEverybody();
        if ($isFiltered && $field === null) {
            $page = $this->inTheFirstStretch($search, $where, $sort, $cursor, $limit);
            if ($page !== null) {
                return $page;
            }
        }
        $rows = $this->matches->narrow($this->from($field), $search, $where);

        return $rows === null ? ['items' => [], 'next' => null] : $this->read($rows, $sort, $field, $cursor, $limit);
    }

    /** @return array{items: list<Account>, next: string|null}|null null where a page is not full by then */
    private function inTheFirstStretch(?string $search, Where $where, string $sort, ?string $cursor, int $limit): ?array
    {
        $column = self::SORTS[ltrim($sort, '-')];
        $descending = str_starts_with($sort, '-');
        $stretch = Account::query();
        $from = Cursor::read($cursor, $sort);
        if ($from !== null) {
            $this->goOn($stretch, "accounts.{$column}", 'accounts.seq', $descending, $from);
        }
        $direction = $descending ? 'desc' : 'asc';
        $stretch->orderBy("accounts.{$column}", $direction)->orderBy('accounts.seq', $direction)->limit(self::STRETCH);
        $rows = $this->matches->test(Account::query()->fromSub($stretch, 'accounts'), $search, $where);
        if ($rows === null) {
            return ['items' => [], 'next' => null];
        }
        $page = $this->read($rows, $sort, null, null, $limit);

        return $page['next'] === null ? null : $page;
    }

    /**
     * @param  bool  $isExact  however many there are
     * @return array{total: int, total_is_exact: bool}
     *
     * @throws Refusal for a condition that cannot be asked
     */
    public function count(?string $search, Where $where, bool $isExact = false): array
    {
        $this->caller->require('kennel:accounts.read');
        if ($isExact) {
            return ['total' => (int) $this->matches->narrow(Account::query(), $search, $where)?->count(), 'total_is_exact' => true];
        }

        $found = $this->matches->count($search, $where, self::COUNTED);

        return ['total' => min($found, self::COUNTED), 'total_is_exact' => $found <= self::COUNTED];
    }

    /**
     * For whoever acts upon many: those that are named, or all that match.
     *
     * @param  list<string>|null  $ids
     * @return Builder<Account>
     *
     * @throws Refusal for a condition that cannot be asked
     */
    public function meant(?array $ids, ?string $search, Where $where): Builder
    {
        $this->caller->require('kennel:accounts.read');
        $rows = $ids === null ? $this->matches->narrow(Account::query(), $search, $where) : Account::query()->whereIn('id', $ids);

        return $rows ?? Account::query()->whereRaw('0');
    }

    /** @return string|null the field's key */
    private function fieldOf(string $sort): ?string
    {
        if (preg_match(self::BY_FIELD, ltrim($sort, '-'), $found) !== 1) {
            return null;
        }

        return $this->fields->find($found[1])->key ?? throw Refusal::invalid([new Reason('where.field', 'sort', ['field' => $found[1]])]);
    }

    /** @return Builder<Account> by a field: its index first, in its order, and the account behind each entry */
    private function from(?string $field): Builder
    {
        return $field === null
            ? Account::query()
            : Account::query()->from('field_values as o')->crossJoin('accounts')->whereColumn('accounts.seq', 'o.account_seq')
                ->where('o.field_key', $field)->where('o.position', '<=', 1)->select('accounts.*', 'o.sort_key as field');
    }

    /**
     * @param  Builder<Account>  $rows
     * @return array{items: list<Account>, next: string|null}
     */
    private function read(Builder $rows, string $sort, ?string $field, ?string $cursor, int $limit): array
    {
        $descending = str_starts_with($sort, '-');
        [$column, $seq] = $field !== null ? ['o.sort_key', 'o.account_seq'] : ['accounts.'.self::SORTS[ltrim($sort, '-')], 'accounts.seq'];
        $from = Cursor::read($cursor, $sort);
        $rows = $rows->clone();
        if ($from !== null) {
            $this->goOn($rows, $column, $seq, $descending, $from);
        }
        $direction = $descending ? 'desc' : 'asc';
        $found = $rows->orderBy($column, $direction)->orderBy($seq, $direction)->limit($limit + 1)->get();
        $shown = $found->take($limit);
        $last = $shown->last();

        return [
            'items' => array_values($shown->all()),
            'next' => $found->count() > $limit && $last !== null
                ? (new Cursor($sort, (string) $last->getRawOriginal($field !== null ? 'field' : self::SORTS[ltrim($sort, '-')]), $last->seq))->write()
                : null,
        ];
    }

    /** @param  Builder<Account>  $rows */
    private function goOn(Builder $rows, string $column, string $seq, bool $descending, Cursor $from): void
    {
        $isByApp = $column === 'accounts.app_key';
        // Accounts of no app are the first in order, and a comparison of rows knows no NULL.
        if ($isByApp && $from->value === '') {
            $rows->whereRaw($descending ? '(accounts.app_key IS NULL AND accounts.seq < ?)' : '(accounts.app_key IS NOT NULL OR accounts.seq > ?)', [$from->seq]);

            return;
        }
        $beyond = "({$column}, {$seq}) ".($descending ? '<' : '>').' (?, ?)';
        $rows->whereRaw($isByApp && $descending ? "({$beyond} OR accounts.app_key IS NULL)" : $beyond, [$from->value, $from->seq]);
    }
}
