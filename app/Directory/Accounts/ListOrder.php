<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts;

use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Foundation\Paging\Cursor;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Foundation\Reasons\Reason;

/** One order the list of accounts can have: by a column that an index has, or by a field, which has an index for all of them. */
final readonly class ListOrder
{
    /** By what the list is sorted, and the column. */
    public const SORTS = [
        'name' => 'name_key', 'address' => 'lookup_key', 'created' => 'created_at', 'seen' => 'seen_at', 'changed' => 'changed_at', 'status' => 'status',
        'roles' => 'role_keys', 'app' => 'app_key', 'origin' => 'came_by', 'hash' => 'hash_kind',
    ];

    /** Rows found by their sequence numbers and by nothing else. */
    public const BY_SEQ = 'accounts NOT INDEXED';

    private const BY_FIELD = '/^field:([a-z][a-z0-9_]{0,39})$/D';

    /** What a row is sorted by when it is a field, as a column of the row. */
    private const FIELD = 'field';

    private function __construct(private string $sort, public ?string $field, private string $column, private string $seq)
    {
    }

    /**
     * @param  string  $sort  a key of SORTS, or "field:" and a field's key: then whoever holds no value of it is left out; "-" before it for descending
     *
     * @throws Refusal for an order there is none of
     */
    public static function of(string $sort, FieldRules $fields): self
    {
        $by = ltrim($sort, '-');
        if (isset(self::SORTS[$by])) {
            return new self($sort, null, 'accounts.'.self::SORTS[$by], 'accounts.seq');
        }
        if (preg_match(self::BY_FIELD, $by, $found) !== 1) {
            throw Refusal::invalid([new Reason('query.choice', 'sort', ['choices' => [...array_keys(self::SORTS), 'field:…']])]);
        }
        $field = $fields->find($found[1])->key ?? throw Refusal::invalid([new Reason('where.field', 'sort', ['field' => $found[1]])]);

        return new self($sort, $field, 'o.sort_key', 'o.account_seq');
    }

    /**
     * @param  list<array{string, string}>  $ranges  operators and sort keys: the part of a field's order that is wanted
     * @return Builder<Account> every account that has a place in this order; by a field: its index first, and the account behind each entry
     */
    public function rows(array $ranges = []): Builder
    {
        if ($this->field === null) {
            return Account::query();
        }
        $rows = Account::query()->from('field_values as o')->crossJoin('accounts')->whereColumn('accounts.seq', 'o.account_seq')
            ->where('o.field_key', $this->field)->where('o.position', '<=', 1)->select('accounts.*', 'o.sort_key as '.self::FIELD);
        foreach ($ranges as [$operator, $key]) {
            $rows->where('o.sort_key', $operator, $key);
        }

        return $rows;
    }

    /** @return Builder<Account> the same for few rows, which are sorted once they are found */
    public function rowsOfFew(): Builder
    {
        $rows = Account::query()->fromRaw(self::BY_SEQ);

        return $this->field === null
            ? $rows
            : $rows->crossJoin('field_values as o')->whereColumn('o.account_seq', 'accounts.seq')
                ->where('o.field_key', $this->field)->where('o.position', '<=', 1)->select('accounts.*', 'o.sort_key as '.self::FIELD);
    }

    /** The same order of rows that were cut out of rows() and are called accounts. */
    public function ofAStretch(): self
    {
        return $this->field === null ? $this : new self($this->sort, $this->field, 'accounts.'.self::FIELD, 'accounts.seq');
    }

    /**
     * @param  Builder<Account>  $rows
     * @return Builder<Account> in this order, behind where the cursor points
     *
     * @throws Refusal for a cursor of another order
     */
    public function behind(?string $cursor, Builder $rows): Builder
    {
        $rows = $rows->clone();
        $from = Cursor::read($cursor, $this->sort);
        if ($from !== null) {
            $this->goOn($rows, $from);
        }
        $direction = $this->isDescending() ? 'desc' : 'asc';

        return $rows->orderBy($this->column, $direction)->orderBy($this->seq, $direction);
    }

    /** @return array{string, string} what a cursor is made of, as SQL: the value that is sorted by, and the sequence number */
    public function parts(): array
    {
        return [$this->column, $this->seq];
    }

    public function cursor(string $value, int $seq): string
    {
        return (new Cursor($this->sort, $value, $seq))->write();
    }

    public function cursorAt(Account $account): string
    {
        return $this->cursor((string) $account->getRawOriginal($this->field !== null ? self::FIELD : self::SORTS[ltrim($this->sort, '-')]), $account->seq);
    }

    private function isDescending(): bool
    {
        return str_starts_with($this->sort, '-');
    }

    /** @param  Builder<Account>  $rows */
    private function goOn(Builder $rows, Cursor $from): void
    {
        $isByApp = $this->column === 'accounts.app_key';
        // Accounts of no app are the first in order, and a comparison of rows knows no NULL.
        if ($isByApp && $from->value === '') {
            $rows->whereRaw($this->isDescending() ? '(accounts.app_key IS NULL AND accounts.seq < ?)' : '(accounts.app_key IS NOT NULL OR accounts.seq > ?)', [$from->seq]);

            return;
        }
        $beyond = "({$this->column}, {$this->seq}) ".($this->isDescending() ? '<' : '>').' (?, ?)';
        $rows->whereRaw($isByApp && $this->isDescending() ? "({$beyond} OR accounts.app_key IS NULL)" : $beyond, [$from->value, $from->seq]);
    }
}
