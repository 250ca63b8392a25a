<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports;

use Kennel\App\Administration\Imports\Sources\SqliteFile;
use Kennel\App\Administration\Imports\Sources\Unreadable;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Administration\Imports\ImportFacts;
use Kennel\Core\Administration\Imports\ImportPlan;
use Kennel\Core\Administration\Imports\ImportRules;
use Kennel\Core\Administration\Imports\Resemblance;
use Kennel\Core\Administration\Imports\RoleLinks;
use Kennel\Core\Administration\Imports\SuggestColumns;
use Kennel\Core\Foundation\Reasons\Reason;

/** What is in a file that was received: its tables, their columns and first rows, and what becomes of them as far as can be guessed. */
final readonly class DescribeImport
{
    /** What suggestions are drawn from. */
    private const LOOKED_AT = 300;

    public function __construct(private ImportFiles $files, private SuggestColumns $suggest)
    {
    }

    /**
     * @return list<array{name: string, columns: list<string>}> of a file of rows one, without a name
     *
     * @throws Refusal when it cannot be read
     */
    public function tables(Import $import): array
    {
        try {
            return $import->format->isUnpacked()
                ? $this->files->source($import->id, $import->format)->tables()
                : [['name' => '', 'columns' => $this->files->rows($import->id, $import->format)->columns()]];
        } catch (Unreadable $unreadable) {
            throw Refusal::invalid([$unreadable->reason]);
        }
    }

    /**
     * @return list<array<string, mixed>> the first rows of a table that are rows
     *
     * @throws Refusal when it cannot be read
     */
    public function firstRows(Import $import, string $table, ?RoleLinks $links, int $most = self::LOOKED_AT): array
    {
        try {
            $rows = $import->format->isUnpacked()
                ? $this->files->source($import->id, $import->format)->rows($table, 0, $links)
                : $this->files->rows($import->id, $import->format)->from(0);
            $first = [];
            foreach ($rows as $row) {
                if (is_array($row)) {
                    $first[] = $row;
                }
                if (count($first) === $most) {
                    break;
                }
            }

            return $first;
        } catch (Unreadable $unreadable) {
            throw Refusal::invalid([$unreadable->reason]);
        }
    }

    /** A plan to begin with: of the table that looks most like one of people. */
    public function suggestion(Import $import, ImportFacts $facts, ?string $asked = null): ImportPlan
    {
        $best = null;
        foreach ($this->tables($import) as ['name' => $table, 'columns' => $columns]) {
            if ($asked !== null && $asked !== $table) {
                continue;
            }
            $links = $this->links($import, $table);
            $suggested = ($this->suggest)([...$columns, ...$links === null ? [] : [$links->column()]], $this->firstRows($import, $table, $links), $facts);
            if ($best === null || count($suggested) > count($best[2])) {
                $best = [$table, $links, $suggested];
            }
        }
        [$table, $links, $suggested] = $best ?? ['', null, []];

        return new ImportPlan($import->app_key, $import->proven, $import->must_change, new ImportRules($import->digest, $import->layout), false, 'refuse', [], $table, $links, $suggested);
    }

    /** A table that refers to this one and to one that is called after roles; by its keys, or else by the names of its columns. */
    private function links(Import $import, string $table): ?RoleLinks
    {
        $source = $import->format === ImportFormat::Sqlite ? $this->files->source($import->id, $import->format) : null;
        if (! $source instanceof SqliteFile) {
            return null;
        }
        $tables = array_column($source->tables(), 'columns', 'name');
        foreach ($tables as $link => $columns) {
            $to = self::references($source, (string) $link, $tables);
            foreach (array_keys($to) as $roles) {
                if (isset($to[$table]) && $roles !== $table && preg_match('/role|right|group|duty|position/i', (string) $roles) === 1) {
                    $names = array_values(array_filter($tables[$roles], static fn (string $column): bool => preg_match('/^(key|name|title|role|code|label)/i', $column) === 1));

                    return new RoleLinks($to[$table][1], (string) $link, $to[$table][0], $to[$roles][0], (string) $roles, $to[$roles][1], $names[0] ?? $tables[$roles][0]);
                }
            }
        }

        return null;
    }

    /**
     * @param  array<array-key, list<string>>  $tables  columns by name
     * @return array<string, array{string, string}> its column, and the other's, by the table it refers to
     */
    private static function references(SqliteFile $source, string $link, array $tables): array
    {
        $to = [];
        foreach ($source->references($link) as ['from' => $from, 'table' => $table, 'to' => $column]) {
            // Without a column it is the other's own key that is meant, which stands first as a rule.
            $to[$table] = [$from, $column === '' ? $tables[$table][0] ?? '' : $column];
        }
        foreach ($to === [] ? $tables[$link] : [] as $column) {
            $called = Resemblance::bare((string) preg_replace('/_?id$/i', '', $column));
            foreach ($tables as $table => $columns) {
                if ((string) $table !== $link && $called !== '' && in_array(Resemblance::bare((string) $table), [$called, "{$called}s", "{$called}es"], true)) {
                    $to[(string) $table] = [$column, $columns[0] ?? ''];
                }
            }
        }

        return array_intersect_key($to, $tables);
    }

    /**
     * @return Reason|null why a plan cannot be carried out with this file
     *
     * @throws Refusal when it cannot be read
     */
    public function reasonAgainst(Import $import, ImportPlan $plan): ?Reason
    {
        $tables = array_column($this->tables($import), 'columns', 'name');
        $columns = $plan->table === '' ? reset($tables) : $tables[$plan->table] ?? false;
        if ($columns === false) {
            return new Reason('import.table_unknown', 'table', ['table' => mb_substr($plan->table, 0, 60)]);
        }
        $missing = array_values(array_diff(array_column($plan->columns, 'from'), [...$columns, ...$plan->links === null ? [] : [$plan->links->column()]]));

        return $missing === [] || $import->format === ImportFormat::JsonLines ? null : new Reason('import.columns_unknown', 'columns', ['columns' => $missing]);
    }
}
