<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Operations\Documents;

use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;
use Kennel\App\Foundation\Database\Record;
use Kennel\Tests\Architecture\Layers;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Support\Classes;

/** docs/schema.md is written from the migrated database and the models: KENNEL_WRITE_SCHEMA=1 writes it anew. */
final class SchemaDocTest extends DoorTestCase
{
    private const DOCUMENT = __DIR__.'/../../../../docs/schema.md';

    public function test_the_document_says_what_the_database_is(): void
    {
        $text = "# Schema\n\nWritten from the migrated database by `tests/Feature/Operations/Documents/SchemaDocTest` (`KENNEL_WRITE_SCHEMA=1` writes it anew). Each table has one model, in its\n"
            ."owner's folder, and nobody else queries it. A column in *italics* may be null. Times are text in UTC (RFC 3339, milliseconds); `seq` numbers rows by age, `id` is what is told outside.\n";
        $described = 0;
        foreach (array_keys(Layers::AREAS) as $area) {
            $rows = '';
            foreach ($this->records($area) as $table => $record) {
                $rows .= "| `{$table}` | ".self::purpose($record).' | `'.strtr(substr($record->getName(), strlen('Kennel\\App\\')), '\\', '/').'` | '.self::columns($table)." |\n";
                $described++;
            }
            $text .= $rows === '' ? '' : "\n## {$area}\n\n| table | what it keeps | model in `app/` | columns |\n|---|---|---|---|\n{$rows}";
        }
        $text .= "\n## Of the framework\n\n`jobs` and `failed_jobs` (the queue), `migrations`, and `accounts_search`, SQLite's full-text index of names and addresses.\n";
        if (getenv('KENNEL_WRITE_SCHEMA') === '1') {
            file_put_contents(self::DOCUMENT, $text);
        }
        self::assertSame((string) file_get_contents(self::DOCUMENT), $text);
        self::assertGreaterThan(70, $described);
    }

    /** @return array<string, \ReflectionClass<Record>> by table, in the order of their names */
    private function records(string $area): array
    {
        $records = [];
        foreach (Classes::records() as $class) {
            if (str_starts_with($class, "Kennel\\App\\{$area}\\")) {
                $records[(new $class)->getTable()] = new \ReflectionClass($class);
            }
        }
        ksort($records);

        return $records;
    }

    /** @param  \ReflectionClass<Record>  $record */
    private static function purpose(\ReflectionClass $record): string
    {
        $lines = array_map(static fn (string $line): string => trim($line, "/* \t"), explode("\n", (string) $record->getDocComment()));
        $text = [];
        foreach (array_filter($lines, static fn (string $line): bool => $line !== '') as $line) {
            if (str_starts_with($line, '@')) {
                break;
            }
            $text[] = $line;
        }
        self::assertNotSame([], $text, "{$record->getName()} says nothing of itself");

        return strtr(implode(' ', $text), ['|' => '\\|']);
    }

    private static function columns(string $table): string
    {
        self::assertNotSame([], DB::select("PRAGMA table_info('{$table}')"), $table);

        return implode(', ', array_map(
            static fn (array $column): string => $column['nullable'] ? "*{$column['name']}*" : "`{$column['name']}`",
            Schema::getColumns($table),
        ));
    }
}
