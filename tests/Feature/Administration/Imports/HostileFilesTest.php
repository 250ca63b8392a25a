<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Administration\Imports;

use Illuminate\Support\Str;
use Kennel\App\Administration\Imports\ForgetImports;
use Kennel\Tests\Feature\DoorTestCase;

/** Files that were made to cost: each is refused in a process of 256 MB, within seconds. */
final class HostileFilesTest extends DoorTestCase
{
    /** In seconds of processor time. */
    private const LONGEST = 5.0;

    public function test_a_database_that_computes_is_refused_before_it_does(): void
    {
        $hostile = [
            'create table people(address, name, boom as (hex(zeroblob(400000000))))',
            'create table people(address, name, boom text generated always as (hex(zeroblob(400000000))) stored)',
        ];
        foreach ($hostile as $sql) {
            self::assertSame('import.computed_columns', $this->judged('Sqlite', self::database($sql, "insert into people(address, name) select 'a@post.example', 'A' where 0")), $sql);
        }
        self::assertSame('fine', $this->judged('Sqlite', self::database('create table people(address, name, check (length(hex(zeroblob(400000000))) > 0))', 'pragma ignore_check_constraints = on; insert into people values (\'a@post.example\', \'A\')')));
    }

    public function test_a_cell_of_any_size_is_cut(): void
    {
        self::assertSame('fine', $this->judged('Sqlite', self::database('create table people(address, name)', 'insert into people values (\'a@post.example\', zeroblob(150000000))'), isRead: true));
    }

    public function test_a_sheet_of_nothing_is_given_up(): void
    {
        foreach (['<row/>', '<x/>'] as $element) {
            self::assertSame('import.too_empty', $this->judged('Xlsx', self::workbook(['one' => '<worksheet><sheetData>'.str_repeat($element, 5_000_000).'</sheetData></worksheet>'], 1)), $element);
        }
    }

    public function test_many_sheets_of_one_part_are_refused(): void
    {
        self::assertSame('import.unreadable', $this->judged('Xlsx', self::workbook(['one' => '<worksheet><sheetData>'.str_repeat('<row/>', 200_000).'</sheetData></worksheet>'], 300)));
    }

    public function test_a_document_of_nothing_is_given_up(): void
    {
        $zip = self::zip(['content.xml' => '<office:document-content xmlns:office="o" xmlns:table="table"><table:table table:name="a">'.str_repeat('<table:table-row/>', 5_000_000).'</table:table></office:document-content>']);
        self::assertContains($this->judged('Ods', $zip), ['import.too_empty', 'import.empty']);
    }

    public function test_a_file_whose_receiving_was_broken_off_is_purged(): void
    {
        $folder = "{$this->data}/app/imports";
        is_dir($folder) || mkdir($folder, 0o700, true);
        [$old, $young] = [(string) Str::uuid7(), (string) Str::uuid7()];
        foreach ([$old => 7_200, $young => 60] as $id => $age) {
            file_put_contents("{$folder}/{$id}", 'x');
            touch("{$folder}/{$id}", $this->clock->now()->getTimestamp() - $age);
        }
        self::assertSame(1, $this->app->make(ForgetImports::class)->forget($this->clock->now())['import files without an import']);
        self::assertSame([false, true], [is_file("{$folder}/{$old}"), is_file("{$folder}/{$young}")]);
    }

    /** @return string the code it is refused with, or "fine" */
    private function judged(string $format, string $file, bool $isRead = false): string
    {
        $class = ['Sqlite' => 'SqliteFile', 'Xlsx' => 'OfficeOpenXml', 'Ods' => 'OpenDocument'][$format];
        $code = 'require "vendor/autoload.php"; try { $source = new Kennel\App\Administration\Imports\Sources\\'.$class.'($argv[1]); if (method_exists($source, "requireSound")) { $source->requireSound(); } $tables = $source->tables(); '
            .($isRead ? 'foreach ($source->rows($tables[0]["name"], 0, null) as $row) { strlen(implode($row)) < 200_000 || exit(3); } ' : '')
            .'echo $tables === [] ? "import.empty" : "fine"; } catch (Kennel\App\Administration\Imports\Sources\Unreadable $unreadable) { echo $unreadable->reason->code; } '
            .'$used = getrusage(); fwrite(STDERR, (string) ($used["ru_utime.tv_sec"] + $used["ru_utime.tv_usec"] / 1e6));';
        $process = proc_open(['php', '-d', 'memory_limit=256M', '-r', $code, '--', $file], [['file', '/dev/null', 'r'], ['pipe', 'w'], ['pipe', 'w']], $pipes, base_path());
        self::assertIsResource($process);
        $said = (string) stream_get_contents($pipes[1]);
        $seconds = (string) stream_get_contents($pipes[2]);
        self::assertSame(0, proc_close($process), $said.$seconds);
        self::assertLessThan(self::LONGEST, (float) $seconds);
        unlink($file);

        return $said;
    }

    private static function path(): string
    {
        return sys_get_temp_dir().'/kennel-hostile-'.bin2hex(random_bytes(8));
    }

    private static function database(string ...$statements): string
    {
        $pdo = new \PDO('sqlite:'.$path = self::path(), options: [\PDO::ATTR_ERRMODE => \PDO::ERRMODE_EXCEPTION]);
        array_map($pdo->exec(...), $statements);

        return $path;
    }

    /** @param  array<string, string>  $parts  sheets by name */
    private static function workbook(array $parts, int $sheets): string
    {
        $relations = '';
        foreach (array_keys($parts) as $name) {
            $relations .= "<Relationship Id=\"{$name}\" Target=\"{$name}.xml\"/>";
        }
        $listed = implode('', array_map(static fn (int $at): string => "<sheet name=\"s{$at}\" r:id=\"one\"/>", range(1, $sheets)));

        return self::zip([
            'xl/_rels/workbook.xml.rels' => "<Relationships>{$relations}</Relationships>",
            'xl/workbook.xml' => "<workbook xmlns:r=\"http://schemas.openxmlformats.org/officeDocument/2006/relationships\"><sheets>{$listed}</sheets></workbook>",
            ...array_combine(array_map(static fn (string $name): string => "xl/{$name}.xml", array_keys($parts)), $parts),
        ]);
    }

    /** @param  array<string, string>  $parts */
    private static function zip(array $parts): string
    {
        $zip = new \ZipArchive;
        $zip->open($path = self::path(), \ZipArchive::CREATE);
        foreach ($parts as $name => $text) {
            $zip->addFromString($name, $text);
        }
        $zip->close();

        return $path;
    }
}
