<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports\Sources;

use Illuminate\Database\SQLiteConnection;
use Kennel\Core\Administration\Imports\RoleLinks;
use Kennel\Core\Foundation\Reasons\Reason;

/**
 * Another service's SQLite database, opened for reading alone. A stranger's file may hold views, triggers and virtual tables that run what they
 * like: only ordinary tables are read, and nothing of its schema is trusted (https://www.sqlite.org/security.html, "Untrusted SQLite Database Files").
 */
final readonly class SqliteFile implements Source
{
    /** Characters of one cell. */
    private const LONGEST = 65_536;

    private const ROWS_AT_ONCE = 500;

    private const MOST_TABLES = 100;

    private SQLiteConnection $file;

    /** @throws Unreadable */
    public function __construct(string $path)
    {
        try {
            $pdo = new \PDO("sqlite:{$path}", null, null, [
                \PDO::ATTR_ERRMODE => \PDO::ERRMODE_EXCEPTION,
                \PDO::SQLITE_ATTR_OPEN_FLAGS => \PDO::SQLITE_OPEN_READONLY,
            ]);
            foreach (['trusted_schema = OFF', 'cell_size_check = ON', 'mmap_size = 0', 'temp_store = FILE', 'ignore_check_constraints = ON'] as $pragma) {
                $pdo->exec("PRAGMA {$pragma}");
            }
            $this->file = new SQLiteConnection($pdo);
            // What is no database says so here; whether one is sound is asked once, by requireSound().
            $this->file->selectOne('SELECT count(*) FROM sqlite_schema');
        } catch (\PDOException|\Illuminate\Database\QueryException) {
            throw new Unreadable(new Reason('import.unreadable', 'file'));
        }
    }

    /** Reads the whole file, so only as it comes in. @throws Unreadable */
    public function requireSound(): void
    {
        // Computed columns are programs, and the file decides what they cost.
        $computed = $this->file->selectOne("SELECT count(*) AS many FROM sqlite_schema AS s, pragma_table_xinfo(s.name) AS c WHERE s.type = 'table' AND s.sql NOT LIKE 'CREATE VIRTUAL%' AND c.hidden IN (2, 3)");
        if ((int) ($computed->many ?? 0) > 0) {
            throw new Unreadable(new Reason('import.computed_columns', 'file'));
        }
        if (($this->file->selectOne('PRAGMA quick_check(1)')->quick_check ?? null) !== 'ok') {
            throw new Unreadable(new Reason('import.unreadable', 'file'));
        }
    }

    public function tables(): array
    {
        $tables = [];
        $names = $this->file->select("SELECT name FROM sqlite_schema WHERE type = 'table' AND name NOT LIKE 'sqlite\\_%' ESCAPE '\\' AND sql NOT LIKE 'CREATE VIRTUAL%' ORDER BY name LIMIT ".self::MOST_TABLES);
        foreach ($names as $row) {
            $name = (string) $row->name;
            $tables[] = ['name' => $name, 'columns' => array_map(static fn (object $column): string => (string) ($column->name ?? ''), $this->file->select('SELECT name FROM pragma_table_info(?)', [$name]))];
        }

        return $tables;
    }

    /** @return list<array{from: string, table: string, to: string}> what a table says of other tables; "" for the other's own key */
    public function references(string $table): array
    {
        return array_map(static fn (object $key): array => [
            'from' => (string) ($key->from ?? ''),
            'table' => (string) ($key->table ?? ''),
            'to' => (string) ($key->to ?? ''),
        ], $this->file->select('SELECT "from", "table", "to" FROM pragma_foreign_key_list(?)', [$table]));
    }

    public function rows(string $table, int $skip, ?RoleLinks $links): \Generator
    {
        $columns = $this->columns($table === '' ? $this->tables()[0]['name'] ?? '' : $table);
        $table = $table === '' ? $this->tables()[0]['name'] : $table;
        $names = $links === null ? [] : $this->roleNames($links);
        // By name and cut: a cell may hold any number of bytes, and a table columns that are not listed.
        $cells = implode(', ', array_map(static fn (string $column): string => 'substr('.self::quoted($column).', 1, '.self::LONGEST.') AS '.self::quoted($column), $columns));
        do {
            $rows = $this->file->select("SELECT {$cells} FROM ".self::quoted($table).' LIMIT '.self::ROWS_AT_ONCE." OFFSET {$skip}");
            $rows = array_map(static fn (object $row): array => get_object_vars($row), $rows);
            $roles = $links === null ? [] : $this->linked(array_map(static fn (array $row): string => (string) ($row[$links->person] ?? ''), $rows));
            foreach ($rows as $row) {
                $cells = [];
                foreach ($columns as $column) {
                    $value = (string) ($row[$column] ?? '');
                    $cells[$column] = mb_check_encoding($value, 'UTF-8') ? $value : mb_convert_encoding($value, 'UTF-8', 'ISO-8859-1');
                }
                if ($links !== null) {
                    $cells[$links->column()] = array_values(array_filter(array_map(
                        static fn (string $role): ?string => $names[$role] ?? null,
                        $roles[(string) ($row[$links->person] ?? '')] ?? [],
                    ), is_string(...)));
                }
                yield $cells;
            }
            $skip += self::ROWS_AT_ONCE;
        } while (count($rows) === self::ROWS_AT_ONCE);
    }

    /**
     * @return list<string>
     *
     * @throws Unreadable when there is no such table
     */
    private function columns(string $table): array
    {
        $tables = array_column($this->tables(), 'columns', 'name');

        return $tables[$table] ?? throw new Unreadable(new Reason('import.table_unknown', 'table', ['table' => mb_substr($table, 0, 60)]));
    }

    /** @throws Unreadable */
    private function requireColumn(string $table, string $column): void
    {
        if (! in_array($column, $this->columns($table), true)) {
            throw new Unreadable(new Reason('import.column_unknown', 'links', ['column' => mb_substr("{$table}.{$column}", 0, 120)]));
        }
    }

    /** @return array<string, string> names by what the link has */
    private function roleNames(RoleLinks $links): array
    {
        foreach ([[$links->roles, $links->role], [$links->roles, $links->role_name], [$links->link, $links->link_person], [$links->link, $links->link_role]] as [$table, $column]) {
            $this->requireColumn($table, $column);
        }
        $names = [];
        foreach ($this->file->select('SELECT '.self::quoted($links->role).' AS role, '.self::quoted($links->role_name).' AS name FROM '.self::quoted($links->roles).' LIMIT 10000') as $row) {
            $names[(string) $row->role] = (string) $row->name;
        }
        // A copy with an index, beside the file: the link may have none, and would be read whole for every few people.
        $this->file->statement('CREATE TEMP TABLE IF NOT EXISTS links AS SELECT CAST('.self::quoted($links->link_person).' AS TEXT) AS person, CAST('.self::quoted($links->link_role).' AS TEXT) AS role FROM main.'.self::quoted($links->link));
        $this->file->statement('CREATE INDEX IF NOT EXISTS temp.links_person ON links (person)');

        return $names;
    }

    /**
     * @param  list<string>  $people
     * @return array<string, list<string>> roles by person
     */
    private function linked(array $people): array
    {
        $roles = [];
        $places = implode(', ', array_fill(0, count($people), '?'));
        foreach ($people === [] ? [] : $this->file->select("SELECT person, role FROM temp.links WHERE person IN ({$places}) ORDER BY rowid", $people) as $row) {
            $roles[(string) $row->person][] = (string) $row->role;
        }

        return $roles;
    }

    private static function quoted(string $name): string
    {
        return '"'.str_replace('"', '""', $name).'"';
    }
}
