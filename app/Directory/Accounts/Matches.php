<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Directory\Fields\FieldKind;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Directory\Finding\Where;
use Kennel\Core\Foundation\Text\SearchText;

/**
 * Narrows accounts to those that are meant, so that neither a rare nor a frequent condition reads the whole table. Is one condition's set small, its rows
 * are gone through and the others tested on them; are all larger, they are cut with each other within their indexes, if few are to be expected, and those
 * are named. Are many left, or is no set small, the list is walked in its order, testing each row: one in every few passes, and a page is soon full.
 */
final readonly class Matches
{
    /** Rows of a page. */
    private const PAGE = 50;

    /** A set of no more is gone through within its index, in a few milliseconds. */
    private const SMALL = 30_000;

    /** One in so many passes a condition that is met soon enough on a walk. */
    private const FREQUENT = 6;

    /** Fewer digits are the beginning of everybody's number. */
    private const DIGITS = 4;

    /** Sorts behind whatever goes on. */
    private const BEYOND = "\u{10FFFF}";

    public function __construct(private ConnectionInterface $database, private Clauses $clauses)
    {
    }

    /**
     * @param  list<string>|null  $bounds  the apps whose accounts whoever asks may see; null for all
     * @param  FieldRules  $searched  the fields that the search may look into
     * @param  ListOrder|null  $order  of the list, if it will be walked
     * @return Meant|null null where nothing can match
     *
     * @throws Refusal for a condition that cannot be asked
     */
    public function of(?string $search, Where $where, ?array $bounds, FieldRules $searched, ?ListOrder $order = null): ?Meant
    {
        $clauses = [...$bounds === null ? [] : [Clauses::ofApps($bounds)], ...$this->clauses->of($where, $order)];
        $words = $search === null ? [] : SearchText::words($search);
        if ($search !== null && $words === []) {
            return null;
        }
        $clauses = $words === [] ? $clauses : [...$clauses, $this->searched((string) $search, $words, $searched)];

        return new Meant($clauses, null);
    }

    /** The same, and which of its conditions leads, if one does. */
    public function led(Meant $meant): Meant
    {
        return new Meant($meant->clauses, $meant->clauses === [] ? null : $this->lead($meant->clauses));
    }

    /** Whether so many passed where the list was looked at that it is walked and nothing else. */
    public function areMany(float $share): bool
    {
        return $share * self::all() > 2 * self::few();
    }

    /**
     * Every condition as a test, for whoever looks at a stretch of the list.
     *
     * @param  Builder<Account>  $rows
     * @return Builder<Account>
     */
    public function test(Builder $rows, Meant $meant): Builder
    {
        return self::tested($rows, $meant->clauses);
    }

    /**
     * @param  Builder<Account>  $rows
     * @param  float|null  $share  of rows that passed where the list was looked at, if it was
     * @return Builder<Account>
     */
    public function narrow(Builder $rows, Meant $meant, ?float $share = null): Builder
    {
        if ($meant->led !== null) {
            return self::tested(self::driven($rows, $meant->led), $meant->led->tests);
        }
        $narrowed = $this->cut($meant->clauses, $share);

        return $narrowed->seqs === null ? self::tested($rows, $meant->clauses) : self::tested(self::driven($rows, $narrowed), $narrowed->tests);
    }

    /**
     * As far as this, however they would be sorted: so the sets lead, where there are any.
     *
     * @param  list<string>|null  $bounds  the apps whose accounts whoever asks may see; null for all
     * @param  FieldRules  $searched  the fields that the search may look into
     * @return int one more than most when there are more
     *
     * @throws Refusal for a condition that cannot be asked
     */
    public function count(?string $search, Where $where, ?array $bounds, FieldRules $searched, int $most): int
    {
        $meant = $this->of($search, $where, $bounds, $searched);
        if ($meant === null) {
            return 0;
        }
        $clauses = $meant->clauses;
        if (count($clauses) === 1 && $clauses[0]->set !== null) {
            [$sql, $bindings] = $clauses[0]->exactly();

            return $this->sizeOf(["SELECT DISTINCT * FROM ({$sql})", $bindings], $most + 1);
        }
        $meant = $this->led($meant);
        $narrowed = $meant->led ?? $this->cut($clauses, null);
        $rows = self::driven($meant->areFew() ? Account::query()->fromRaw(ListOrder::BY_SEQ) : Account::query(), $narrowed);

        return Account::query()->fromSub(self::tested($rows, $narrowed->tests)->select('accounts.seq')->limit($most + 1), 'some')->count();
    }

    /** @param  non-empty-list<Clause>  $clauses */
    private function lead(array $clauses): ?Narrowed
    {
        $few = self::few();
        $sizes = array_map(fn (Clause $clause): int => $clause->set === null ? PHP_INT_MAX : $this->sizeOf($clause->size(), 2 * $few + 1), $clauses);
        $least = min($sizes);
        if ($least > 2 * $few) {
            return null;
        }
        $lead = $clauses[(int) array_search($least, $sizes, true)];

        // What an index has of a condition may be a little more than what passes.
        return new Narrowed(null, [$lead], array_values(array_filter($clauses, static fn (Clause $clause): bool => $clause !== $lead || $clause->rough !== null)));
    }

    /** @return int so many named cost as much as walking until as frequent ones have filled a page */
    private static function few(): int
    {
        return (int) sqrt(self::all() * self::PAGE);
    }

    private static function all(): int
    {
        return max(1, (int) Account::query()->max('seq'));
    }

    /**
     * Sets that are not small, but still rather cut with each other than met on a walk.
     *
     * @param  list<Clause>  $clauses
     * @param  float|null  $share  that passed on a stretch of the walk, if there was one
     */
    private function cut(array $clauses, ?float $share): Narrowed
    {
        [$all, $few] = [self::all(), self::few()];
        // Where more than a few are to be expected, the walk is soon at its end, and to cut sets would be for nothing.
        if ($share * $all > $few) {
            return new Narrowed(null, [], $clauses);
        }
        $most = min(self::SMALL, intdiv($all, self::FREQUENT));
        $small = [];
        $expected = (float) $all;
        foreach ($clauses as $clause) {
            $size = $clause->set === null ? $most + 1 : $this->sizeOf($clause->size(), $most + 1);
            if ($size <= $most) {
                $small[] = $clause;
                $expected *= $size / $all;
            }
        }
        $tests = array_values(array_filter($clauses, static fn (Clause $clause): bool => ! in_array($clause, $small, true) || $clause->rough !== null));
        if ($small === [] || $expected > $few) {
            return new Narrowed(null, $small, $tests);
        }

        return new Narrowed($this->atMost($few, ...self::both($small)), $small, $tests);
    }

    /**
     * @param  list<string>  $bindings
     * @return list<int>|null null for more
     */
    private function atMost(int $few, string $sql, array $bindings): ?array
    {
        $seqs = array_map(static fn (object $row): int => (int) current(get_object_vars($row)), $this->database->select("{$sql} LIMIT ".($few + 1), $bindings));

        return count($seqs) <= $few ? array_values($seqs) : null;
    }

    /**
     * @param  non-empty-list<Clause>  $clauses  with sets
     * @return array{string, list<string>} selects those that are roughly in all of them
     */
    private static function both(array $clauses): array
    {
        $sets = array_map(static fn (Clause $clause): array => $clause->roughly(), $clauses);
        if (count($sets) === 1) {
            return $sets[0];
        }

        return [implode(' INTERSECT ', array_map(static fn (array $set): string => "SELECT * FROM ({$set[0]})", $sets)), array_merge(...array_column($sets, 1))];
    }

    /** @param  array{string, list<string>}  $set */
    private function sizeOf(array $set, int $most): int
    {
        // Of a larger set most is told, and to pass rows by costs a third of counting them.
        if ($this->database->select("{$set[0]} LIMIT 1 OFFSET ".($most - 1), $set[1]) !== []) {
            return $most;
        }

        return (int) current(get_object_vars($this->database->select("SELECT count(*) FROM ({$set[0]} LIMIT {$most})", $set[1])[0]));
    }

    /**
     * @param  Builder<Account>  $rows
     * @return Builder<Account>
     */
    private static function driven(Builder $rows, Narrowed $narrowed): Builder
    {
        if ($narrowed->seqs !== null) {
            // Written into the statement, since SQLite limits the number of bindings; they are integers of our own.
            return $rows->whereRaw('accounts.seq IN ('.implode(',', $narrowed->seqs).')');
        }
        if ($narrowed->driving === []) {
            return $rows;
        }
        [$sql, $bindings] = self::both($narrowed->driving);

        return $rows->whereRaw("accounts.seq IN ({$sql})", $bindings);
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
    private function searched(string $search, array $words, FieldRules $fields): Clause
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
        foreach ($this->begins($search, $words, $fields) as $key => $begins) {
            $sets[] = 'SELECT account_seq FROM field_values WHERE field_key = ? AND sort_key >= ? AND sort_key < ?';
            $setBindings = [...$setBindings, $key, $begins, $begins.self::BEYOND];
            $tests[] = 'EXISTS (SELECT 1 FROM field_values v WHERE v.account_seq = accounts.seq AND v.field_key = ? AND v.sort_key >= ? AND v.sort_key < ?)';
            $bindings = [...$bindings, $key, $begins, $begins.self::BEYOND];
        }

        return new Clause(
            count($tests) === 1 ? $tests[0] : '('.implode(') OR (', $tests).')',
            $bindings,
            count($sets) === 1 ? $sets[0] : 'SELECT * FROM ('.implode(' UNION ALL ', $sets).')',
            $setBindings,
        );
    }

    /**
     * @param  non-empty-list<string>  $words
     * @return array<string, string> how a value begins that is found, by the key of its field
     */
    private function begins(string $search, array $words, FieldRules $fields): array
    {
        $digits = (string) preg_replace('/[\s()+.\/-]/', '', $search);
        $isNumber = ctype_digit($digits) && strlen($digits) >= self::DIGITS;
        $begins = [];
        foreach ($fields->all as $key => $field) {
            if ($field->kind === FieldKind::Phone && $isNumber) {
                $begins[$key] = $digits;
            } elseif ($field->isSearchable && $field->kind->isTyped()) {
                $begins[$key] = implode(' ', $words);
            }
        }

        return $begins;
    }
}
