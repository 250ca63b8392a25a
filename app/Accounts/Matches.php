<?php

declare(strict_types=1);

namespace Kennel\App\Accounts;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\Core\Fields\Field;
use Kennel\Core\Fields\FieldKind;
use Kennel\Core\Fields\FieldRules;
use Kennel\Core\Finding\Where;
use Kennel\Core\Text\SearchText;

/**
 * Narrows accounts to those that are meant, in one of two ways, so that neither a rare nor a frequent condition reads the whole table. Is one
 * of them rare, its index names all that pass, and the others are tested on these few. Are all frequent, the list is walked in its order,
 * and since one row in every few passes, a page is soon full.
 */
final readonly class Matches
{
    /** More than this is frequent. */
    private const RARE = 1_000;

    /** Fewer digits are the beginning of everybody's number. */
    private const DIGITS = 4;

    public function __construct(private ConnectionInterface $database, private Clauses $clauses, private FieldRules $fields)
    {
    }

    /**
     * @param  Builder<Account>  $rows
     * @return Builder<Account>|null null where nothing can match
     *
     * @throws Refusal for a condition that cannot be asked
     */
    public function narrow(Builder $rows, ?string $search, Where $where): ?Builder
    {
        $clauses = $this->clauses->of($where);
        if ($search !== null) {
            $words = SearchText::words($search);
            if ($words === []) {
                return null;
            }
            $clauses[] = $this->searched($search, $words);
        }
        [$rarest, $seqs] = $this->rarest($clauses);
        if ($seqs !== null) {
            // Written into the statement, since SQLite limits the number of bindings; they are integers of our own.
            $rows->whereRaw('accounts.seq IN ('.implode(',', $seqs).')');
        }
        foreach ($clauses as $index => $clause) {
            if ($index !== $rarest) {
                $rows->whereRaw("({$clause->test})", $clause->bindings);
            }
        }

        return $rows;
    }

    /**
     * @param  list<Clause>  $clauses
     * @return array{int|null, list<int>|null} which has the fewest, and who they are; null where all are frequent
     */
    private function rarest(array $clauses): array
    {
        [$rarest, $fewest] = [null, null];
        foreach ($clauses as $index => $clause) {
            if ($clause->set === null) {
                continue;
            }
            $most = ($fewest === null ? self::RARE : count($fewest)) + 1;
            $found = array_map(
                static fn (object $row): int => (int) current(get_object_vars($row)),
                $this->database->select("{$clause->set} LIMIT {$most}", $clause->setBindings ?? $clause->bindings),
            );
            if (count($found) < $most) {
                [$rarest, $fewest] = [$index, $found];
            }
        }

        return [$rarest, $fewest === null ? null : array_values($fewest)];
    }

    /**
     * Beginnings of words of the name and address; or the beginning of an id; or of a number that belongs to a field of phone numbers.
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
        $digits = (string) preg_replace('/[\s()+.\/-]/', '', $search);
        $phones = ctype_digit($digits) && strlen($digits) >= self::DIGITS ? array_filter($this->fields->all, static fn (Field $field): bool => $field->kind === FieldKind::Phone) : [];
        foreach ($phones as $field) {
            $sets[] = 'SELECT account_seq FROM field_values WHERE field_key = ? AND sort_key >= ? AND sort_key < ?';
            $setBindings = [...$setBindings, $field->key, $digits, "{$digits}~"];
            $tests[] = 'EXISTS (SELECT 1 FROM field_values v WHERE v.account_seq = accounts.seq AND v.field_key = ? AND v.sort_key >= ? AND v.sort_key < ?)';
            $bindings = [...$bindings, $field->key, $digits, "{$digits}~"];
        }

        return new Clause(
            count($tests) === 1 ? $tests[0] : '('.implode(') OR (', $tests).')',
            $bindings,
            count($sets) === 1 ? $sets[0] : 'SELECT * FROM ('.implode(' UNION ', $sets).')',
            $setBindings,
        );
    }
}
