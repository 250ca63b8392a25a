<?php

declare(strict_types=1);

namespace Kennel\App\Accounts;

use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Fields\FieldValues;
use Kennel\App\Platform\Identity\Caller;
use Kennel\App\Platform\Paging\Cursor;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\Core\Fields\FieldKind;
use Kennel\Core\Fields\FieldRules;
use Kennel\Core\Fields\SortKey;
use Kennel\Core\Reasons\Reason;
use Kennel\Core\Text\SearchText;

/**
 * The accounts as operators list them: searched, filtered, sorted, one keyset page at a time.
 *
 * A search is answered in one of two ways, so that neither a rare nor a frequent word reads the whole table. Few matches: the
 * full-text index names them all and they are sorted. Many: the list is walked in its order, and since one row in every few
 * matches, a page is soon full.
 */
final readonly class AccountList
{
    public const SORTS = ['name' => 'name_key', 'address' => 'lookup_key', 'created' => 'created_at', 'seen' => 'seen_at'];

    /** More matches than this are not counted or sorted one by one. */
    public const MANY = 1_000;

    public function __construct(private FieldValues $values, private Caller $caller, private FieldRules $fields)
    {
    }

    /**
     * @param  string  $sort  a key of SORTS or "field", "-" before it for descending
     * @param  string|null  $field  only accounts that hold a value of this field
     * @param  string|null  $value  and exactly this one
     * @param  string|null  $hash  only accounts whose stored hash is of this kind, as the census names it
     * @return array{items: list<Account>, next: string|null, total: int, total_is_exact: bool}
     */
    public function page(
        ?string $search,
        ?string $status,
        string $sort,
        ?string $cursor,
        int $limit,
        ?string $field = null,
        ?string $value = null,
        ?string $hash = null,
    ): array {
        $this->caller->require('kennel:accounts.read');
        $words = $search === null ? [] : SearchText::words($search);
        if ($search !== null && $words === []) {
            return ['items' => [], 'next' => null, 'total' => 0, 'total_is_exact' => true];
        }
        if ($field === null && ltrim($sort, '-') === 'field') {
            throw Refusal::invalid([new Reason('query.field', 'field')]);
        }
        $rows = $this->filtered($status, ltrim($sort, '-') === 'field' ? $field : null);
        if ($hash !== null) {
            $rows->where('accounts.hash_kind', $hash);
        }
        [$total, $exact] = $words === [] ? [$rows->clone()->count(), true] : $this->search($rows, $words, $status);

        if ($field !== null) {
            [$total, $exact] = $this->holding($rows, $field, $value === null ? null : $this->typed($field, $value));
        }

        return [...$this->read($rows, $sort, $cursor, $limit), 'total' => $total, 'total_is_exact' => $exact];
    }

    /** @return Builder<Account> */
    private function filtered(?string $status, ?string $orderedBy): Builder
    {
        // By a field: its index first, in its order, and the account behind each entry. Who holds nothing is not in that order.
        $rows = $orderedBy === null
            ? Account::query()
            : Account::query()->from('field_values as o')->crossJoin('accounts')->whereColumn('accounts.seq', 'o.account_seq')
                ->where('o.field_key', $orderedBy)->where('o.position', '<=', 1)->select('accounts.*', 'o.sort_key as field');

        return $status === null ? $rows : $rows->where('accounts.status', $status);
    }

    private function typed(string $field, string $value): bool|int|float|string
    {
        return match ($this->fields->find($field)?->kind) {
            FieldKind::Number => is_numeric($value) ? $value + 0 : $value,
            FieldKind::YesNo => $value === 'yes' || $value === 'true',
            default => $value,
        };
    }

    /**
     * Narrows the rows to the matches.
     *
     * @param  Builder<Account>  $rows
     * @param  list<string>  $words
     * @return array{int, bool} how many there are, and whether that is exact
     */
    private function search(Builder $rows, array $words, ?string $status): array
    {
        $match = implode(' ', array_map(static fn (string $word): string => "\"{$word}\"*", $words));
        $found = Account::query()->from('accounts_search')->whereRaw('accounts_search MATCH ?', [$match])->limit(self::MANY + 1)->pluck('rowid')->all();
        if (count($found) <= self::MANY) {
            // Written into the statement, since SQLite limits the number of bindings; they are integers of our own.
            $rows->whereRaw('accounts.seq IN ('.implode(',', array_map('intval', $found)).')');

            return [$rows->clone()->count(), true];
        }
        foreach ($words as $word) {
            // The unary plus keeps the planner on the sort's index.
            $rows->whereRaw("+search LIKE ? ESCAPE '!'", ['% '.str_replace(['!', '%', '_'], ['!!', '!%', '!_'], $word).'%']);
        }

        return [self::MANY, false];
    }

    /**
     * Narrows the rows to those that hold a value, by the same two ways as a search.
     *
     * @param  Builder<Account>  $rows
     * @return array{int, bool} how many there are, and whether that is exact
     */
    private function holding(Builder $rows, string $field, bool|int|float|string|null $value): array
    {
        // The sort key is what the index has; the value itself says whether it is exactly this one.
        $exactly = $value === null ? null : [SortKey::of($value), FieldValues::encode($value)];
        $held = $this->values->holders($field, $exactly, self::MANY + 1);
        if (count($held) <= self::MANY) {
            $rows->whereRaw('accounts.seq IN ('.implode(',', array_map('intval', $held)).')');

            return [$rows->clone()->count(), true];
        }
        $rows->whereRaw(
            'EXISTS (SELECT 1 FROM field_values v WHERE v.account_seq = accounts.seq AND v.field_key = ?'.($exactly === null ? ')' : ' AND v.sort_key = ? AND v.value = ?)'),
            [$field, ...$exactly ?? []],
        );

        return [self::MANY, false];
    }

    /**
     * @param  Builder<Account>  $rows
     * @return array{items: list<Account>, next: string|null}
     */
    private function read(Builder $rows, string $sort, ?string $cursor, int $limit): array
    {
        $descending = str_starts_with($sort, '-');
        $byField = ltrim($sort, '-') === 'field';
        [$column, $seq] = $byField ? ['o.sort_key', 'o.account_seq'] : [self::SORTS[ltrim($sort, '-')], 'accounts.seq'];
        $from = Cursor::read($cursor, $sort);
        if ($from !== null) {
            $rows->whereRaw("({$column}, {$seq}) ".($descending ? '<' : '>').' (?, ?)', [$from->value, $from->seq]);
        }
        $direction = $descending ? 'desc' : 'asc';
        $found = $rows->orderBy($column, $direction)->orderBy($seq, $direction)->limit($limit + 1)->get();
        $shown = $found->take($limit);
        $last = $shown->last();

        return [
            'items' => array_values($shown->all()),
            'next' => $found->count() > $limit && $last !== null ? (new Cursor($sort, (string) $last->getAttribute($byField ? 'field' : $column), $last->seq))->write() : null,
        ];
    }
}
