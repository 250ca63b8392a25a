<?php

declare(strict_types=1);

namespace Kennel\App\Accounts;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\Core\Fields\FieldKind;
use Kennel\Core\Fields\FieldRules;
use Kennel\Core\Finding\Where;
use Kennel\Core\Text\SearchText;

/**
 * Narrows accounts to those that are meant, so that neither a rare nor a frequent condition reads the whole table. Conditions whose sets are
 * small are cut with each other within their indexes. Few that are left are named, and what cannot be cut is tested on these few. Are many
 * left, or is no set small, the list is walked in its order, testing each row: one in every few passes, and a page is soon full.
 */
final readonly class Matches
{
    /** So few are named in the statement. */
    private const FEW = 1_000;

    /** A set of no more is gone through within its index, in a few milliseconds. */
    private const SMALL = 30_000;

    /** Fewer digits are the beginning of everybody's number. */
    private const DIGITS = 4;

    /** Sorts behind whatever goes on. */
    private const BEYOND = "\u{10FFFF}";

    public function __construct(private ConnectionInterface $database, private Clauses $clauses, private FieldRules $fields)
    {
    }

    /**
     * Every condition as a test, for whoever looks at a stretch of the list.
     *
     * @param  Builder<Account>  $rows
     * @return Builder<Account>|null null where nothing can match
     *
     * @throws Refusal for a condition that cannot be asked
     */
    public function test(Builder $rows, ?string $search, Where $where): ?Builder
    {
        $clauses = $this->clausesOf($search, $where);

        return $clauses === null ? null : self::tested($rows, $clauses);
    }

    /**
     * @param  Builder<Account>  $rows
     * @return Builder<Account>|null null where nothing can match
     *
     * @throws Refusal for a condition that cannot be asked
     */
    public function narrow(Builder $rows, ?string $search, Where $where): ?Builder
    {
        $clauses = $this->clausesOf($search, $where);
        if ($clauses === null) {
            return null;
        }
        $narrowed = $this->cut($clauses);
        if ($narrowed->seqs === null) {
            return self::tested($rows, $clauses);
        }

        return self::tested(self::named($rows, $narrowed->seqs), $narrowed->tests);
    }

    /**
     * As far as this, however they would be sorted: so the sets lead, where there are any.
     *
     * @return int one more than most when there are more
     *
     * @throws Refusal for a condition that cannot be asked
     */
    public function count(?string $search, Where $where, int $most): int
    {
        $clauses = $this->clausesOf($search, $where);
        if ($clauses === null) {
            return 0;
        }
        if (count($clauses) === 1 && $clauses[0]->set !== null) {
            [$sql, $bindings] = $clauses[0]->exactly();

            return $this->sizeOf(["SELECT DISTINCT * FROM ({$sql})", $bindings], $most + 1);
        }
        $narrowed = $this->cut($clauses);
        $rows = Account::query();
        if ($narrowed->seqs !== null) {
            self::named($rows, $narrowed->seqs);
        } elseif ($narrowed->driving !== []) {
            [$sql, $bindings] = self::both($narrowed->driving);
            $rows->whereRaw("accounts.seq IN ({$sql})", $bindings);
        }

        return Account::query()->fromSub(self::tested($rows, $narrowed->tests)->select('accounts.seq')->limit($most + 1), 'some')->count();
    }

    /**
     * @return list<Clause>|null null where nothing can match
     *
     * @throws Refusal for a condition that cannot be asked
     */
    private function clausesOf(?string $search, Where $where): ?array
    {
        $clauses = $this->clauses->of($where);
        if ($search === null) {
            return $clauses;
        }
        $words = SearchText::words($search);

        return $words === [] ? null : [...$clauses, $this->searched($search, $words)];
    }

    /** @param  list<Clause>  $clauses */
    private function cut(array $clauses): Narrowed
    {
        $all = max(1, (int) Account::query()->max('seq'));
        $small = [];
        $expected = (float) $all;
        foreach ($clauses as $clause) {
            $size = $clause->set === null ? self::SMALL + 1 : $this->sizeOf($clause->size(), self::SMALL + 1);
            if ($size <= self::SMALL) {
                $small[] = $clause;
                $expected *= $size / $all;
            }
        }
        // What an index has of a condition may be a little more than what passes.
        $tests = array_values(array_filter($clauses, static fn (Clause $clause): bool => ! in_array($clause, $small, true) || $clause->rough !== null));
        // Where more than a few are to be expected, the walk is soon at its end, and to cut them would be for nothing.
        if ($small === [] || $expected > 2 * self::FEW) {
            return new Narrowed(null, $small, $tests);
        }
        [$sql, $bindings] = self::both($small);
        $seqs = array_map(static fn (object $row): int => (int) current(get_object_vars($row)), $this->database->select("{$sql} LIMIT ".(self::FEW + 1), $bindings));

        return new Narrowed(count($seqs) <= self::FEW ? array_values($seqs) : null, $small, $tests);
    }

    /**
     * @param  non-empty-list<Clause>  $clauses  with sets
     * @return array{string, list<string>} selects those that are roughly in all of them, each once
     */
    private static function both(array $clauses): array
    {
        $sets = array_map(static fn (Clause $clause): array => $clause->roughly(), $clauses);
        if (count($sets) === 1) {
            return ["SELECT DISTINCT * FROM ({$sets[0][0]})", $sets[0][1]];
        }

        return [implode(' INTERSECT ', array_map(static fn (array $set): string => "SELECT * FROM ({$set[0]})", $sets)), array_merge(...array_column($sets, 1))];
    }

    /** @param  array{string, list<string>}  $set */
    private function sizeOf(array $set, int $most): int
    {
        return (int) current(get_object_vars($this->database->select("SELECT count(*) FROM ({$set[0]} LIMIT {$most})", $set[1])[0]));
    }

    /**
     * Written into the statement, since SQLite limits the number of bindings; they are integers of our own.
     *
     * @param  Builder<Account>  $rows
     * @param  list<int>  $seqs
     * @return Builder<Account>
     */
    private static function named(Builder $rows, array $seqs): Builder
    {
        return $rows->whereRaw('accounts.seq IN ('.implode(',', $seqs).')');
    }

    /**
     * @param  Builder<Account>  $rows
     * @param  list<Clause>  $clauses
     * @return Builder<Account>
     */
    private static function tested(Builder $rows, array $clauses): Builder
    {
        foreach ($clauses as $clause) {
            $rows->whereRaw("({$clause->test})", $clause->bindings);
        }

        return $rows;
    }

    /**
     * Beginnings of words of the name and address; or the beginning of an id; or of a number that belongs to a field of phone numbers; or of a value of a
     * field that can be searched.
     *
     * @param  non-empty-list<string>  $words
     */
    private function searched(string $search, array $words): Clause
    {
        $match = implode(' ', array_map(static fn (string $word): string => "\"{$word}\"*", $words));
        $sets = ['SELECT rowid FROM accounts_search WHERE accounts_search MATCH ?'];
        $setBindings = [$match];
        $tests = [implode(' AND ', array_fill(0, count($words), "+search LIKE ? ESCAPE '!'"))];
        // The unary plus keeps the planner on the list's index.
        $bindings = array_map(static fn (string $word): string => '% '.str_replace(['!', '%', '_'], ['!!', '!%', '!_'], $word).'%', $words);
        $id = strtolower(trim($search));
        if (preg_match('/^[0-9a-f]{8}(-[0-9a-f-]{0,27})?$/D', $id) === 1) {
            $sets[] = 'SELECT seq FROM accounts WHERE id >= ? AND id < ?';
            $setBindings = [...$setBindings, $id, "{$id}~"];
            $tests[] = '(accounts.id >= ? AND accounts.id < ?)';
            $bindings = [...$bindings, $id, "{$id}~"];
        }
        foreach ($this->begins($search, $words) as $key => $begins) {
            $sets[] = 'SELECT account_seq FROM field_values WHERE field_key = ? AND sort_key >= ? AND sort_key < ?';
            $setBindings = [...$setBindings, $key, $begins, $begins.self::BEYOND];
            $tests[] = 'EXISTS (SELECT 1 FROM field_values v WHERE v.account_seq = accounts.seq AND v.field_key = ? AND v.sort_key >= ? AND v.sort_key < ?)';
            $bindings = [...$bindings, $key, $begins, $begins.self::BEYOND];
        }

        return new Clause(
            count($tests) === 1 ? $tests[0] : '('.implode(') OR (', $tests).')',
            $bindings,
            count($sets) === 1 ? $sets[0] : 'SELECT * FROM ('.implode(' UNION ', $sets).')',
            $setBindings,
        );
    }

    /**
     * @param  non-empty-list<string>  $words
     * @return array<string, string> how a value begins that is found, by the key of its field
     */
    private function begins(string $search, array $words): array
    {
        $digits = (string) preg_replace('/[\s()+.\/-]/', '', $search);
        $isNumber = ctype_digit($digits) && strlen($digits) >= self::DIGITS;
        $begins = [];
        foreach ($this->fields->all as $key => $field) {
            if ($field->kind === FieldKind::Phone && $isNumber) {
                $begins[$key] = $digits;
            } elseif ($field->isSearchable && $field->kind->isTyped()) {
                $begins[$key] = implode(' ', $words);
            }
        }

        return $begins;
    }
}
