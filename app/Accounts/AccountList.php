<?php

declare(strict_types=1);

namespace Kennel\App\Accounts;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Database\Query\Builder;
use Kennel\App\Platform\Paging\Cursor;
use Kennel\App\Sessions\CurrentSession;
use Kennel\Core\Accounts\SearchText;

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

    public function __construct(private ConnectionInterface $database, private CurrentSession $session)
    {
    }

    /**
     * @param  string  $sort  a key of SORTS, "-" before it for descending
     * @return array{items: list<Account>, next: string|null, total: int, total_is_exact: bool}
     */
    public function page(?string $search, ?string $status, string $sort, ?string $cursor, int $limit): array
    {
        $this->session->require('kennel:accounts.read');
        $words = $search === null ? [] : SearchText::words($search);
        if ($search !== null && $words === []) {
            return ['items' => [], 'next' => null, 'total' => 0, 'total_is_exact' => true];
        }
        $rows = $this->filtered($status);
        [$total, $exact] = $words === [] ? [$rows->clone()->count(), true] : $this->search($rows, $words, $status);

        return [...$this->read($rows, $sort, $cursor, $limit), 'total' => $total, 'total_is_exact' => $exact];
    }

    private function filtered(?string $status): Builder
    {
        $rows = $this->database->table('accounts');

        return $status === null ? $rows : $rows->where('status', $status);
    }

    /**
     * Narrows the rows to the matches.
     *
     * @param  list<string>  $words
     * @return array{int, bool} how many there are, and whether that is exact
     */
    private function search(Builder $rows, array $words, ?string $status): array
    {
        $match = implode(' ', array_map(static fn (string $word): string => "\"{$word}\"*", $words));
        $found = $this->database->table('accounts_search')->whereRaw('accounts_search MATCH ?', [$match])->limit(self::MANY + 1)->pluck('rowid')->all();
        if (count($found) <= self::MANY) {
            // Written into the statement, since SQLite limits the number of bindings; they are integers of our own.
            $rows->whereRaw('seq IN ('.implode(',', array_map('intval', $found)).')');

            return [$status === null ? count($found) : $rows->clone()->count(), true];
        }
        foreach ($words as $word) {
            // The unary plus keeps the planner on the sort's index.
            $rows->whereRaw("+search LIKE ? ESCAPE '!'", ['% '.str_replace(['!', '%', '_'], ['!!', '!%', '!_'], $word).'%']);
        }

        return [self::MANY, false];
    }

    /** @return array{items: list<Account>, next: string|null} */
    private function read(Builder $rows, string $sort, ?string $cursor, int $limit): array
    {
        $descending = str_starts_with($sort, '-');
        $column = self::SORTS[ltrim($sort, '-')];
        $from = Cursor::read($cursor, $sort);
        if ($from !== null) {
            $rows->whereRaw("({$column}, seq) ".($descending ? '<' : '>').' (?, ?)', [$from->value, $from->seq]);
        }
        $direction = $descending ? 'desc' : 'asc';
        $found = $rows->orderBy($column, $direction)->orderBy('seq', $direction)->limit($limit + 1)->get();
        $shown = $found->take($limit);
        $last = $shown->last();

        return [
            'items' => array_values(Account::query()->hydrate($shown->all())->all()),
            'next' => $found->count() > $limit && $last !== null ? (new Cursor($sort, $last->{$column}, (int) $last->seq))->write() : null,
        ];
    }
}
