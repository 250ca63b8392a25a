<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rehearsals;

use Illuminate\Database\Connection;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Rules\RulesInForce;
use Psr\Clock\ClockInterface;

/**
 * Makes the database of a world: the schema of the real one as it stands, with its triggers, and of its rows what is set up and what is of nobody. Rows of
 * people are not among the tables below, so none can come along.
 *
 * Statements of its own: no model describes a schema, and the rows are copied as they are.
 */
final readonly class MakeWorld
{
    private const COPIED = ['migrations', 'apps', 'permissions', 'roles', 'role_permissions', 'role_includes', 'exclusions', 'exclusion_roles', 'relay_facts', 'role_tags'];

    public function __construct(private Connection $database, private ClockInterface $clock)
    {
    }

    /** @param  array<string, mixed>  $document  of the rules that hold in it */
    public function __invoke(World $world, array $document): void
    {
        foreach (['', '/cache', '/throttles', '/framework', '/logs', '/app'] as $folder) {
            is_dir($world->folder.$folder) || mkdir($world->folder.$folder, 0o700, true);
        }
        $made = new \PDO('sqlite:'.$world->database(), options: [\PDO::ATTR_ERRMODE => \PDO::ERRMODE_EXCEPTION]);
        $made->exec('PRAGMA journal_mode = MEMORY');
        $made->exec('PRAGMA synchronous = OFF');
        $made->beginTransaction();
        foreach ($this->schema() as $statement) {
            $made->exec($statement);
        }
        foreach (self::COPIED as $table) {
            $this->copy($table, $made);
        }
        $written = RulesInForce::write($document);
        $made->prepare('INSERT INTO rule_revisions (number, document, digest, published_by, why, published_at) VALUES (1, ?, ?, ?, ?, ?)')
            ->execute([$written, hash('sha256', $written), 'rehearsal', 'rehearsal', Moment::write($this->clock->now())]);
        $made->commit();
    }

    /** @return list<string> tables first, then what stands upon them */
    private function schema(): array
    {
        $rows = $this->database->select("SELECT type, name, sql FROM sqlite_master WHERE sql IS NOT NULL AND name NOT LIKE 'sqlite_%' ORDER BY CASE type WHEN 'table' THEN 0 WHEN 'index' THEN 1 ELSE 2 END, rowid");
        $virtual = [];
        foreach ($rows as $row) {
            str_starts_with((string) $row->sql, 'CREATE VIRTUAL') && $virtual[] = (string) $row->name;
        }
        // What a virtual table keeps its own things in is made with it.
        $isShadow = static fn (string $name): bool => array_filter($virtual, static fn (string $one): bool => str_starts_with($name, "{$one}_")) !== [];

        return array_values(array_map(static fn (object $row): string => (string) $row->sql, array_filter($rows, static fn (object $row): bool => $row->type !== 'table' || ! $isShadow((string) $row->name))));
    }

    private function copy(string $table, \PDO $made): void
    {
        foreach ($this->database->select("SELECT * FROM {$table}") as $row) {
            $columns = array_keys((array) $row);
            $made->prepare("INSERT OR REPLACE INTO {$table} (".implode(', ', $columns).') VALUES ('.implode(', ', array_fill(0, count($columns), '?')).')')->execute(array_values((array) $row));
        }
    }
}
