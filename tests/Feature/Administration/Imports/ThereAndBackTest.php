<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Administration\Imports;

use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Kennel\App\Directory\Fields\FieldValues;
use Kennel\App\Directory\Metadata\Metadata;
use Kennel\Core\Administration\Exports\ExportColumns;
use Kennel\Core\Directory\Metadata\MetadataDocument;
use Kennel\Core\Directory\Metadata\MetadataKind;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Support\Books;

/** What is taken out comes back the same; what a check shows is what an import does. */
final class ThereAndBackTest extends DoorTestCase
{
    /** An imported account came by import, and changed when it did. */
    private const NOT_THE_SAME = ['seq' => 0, 'came_by' => 0, 'changed_at' => 0, 'version' => 0, 'completed_at' => 0];

    protected function setUp(): void
    {
        parent::setUp();
        $this->define(array_map(static fn (array $field): array => array_replace($field, ['required' => 'never']), Books::demo()['fields']));
    }

    public function test_everything_taken_out_as_json_lines_comes_back_the_same_field_by_field(): void
    {
        $keeper = $this->keeper();
        $this->many();
        $before = $this->everything($keeper->id);
        self::assertCount(60, $before);
        $fields = ['home_reach', 'training_level', 'phone', 'trained_on', 'speaks', 'boat_licence', 'listed'];
        $export = $this->knock('POST', '/exports', ['format' => 'jsonl', 'columns' => [...ExportColumns::OF_ACCOUNT, ...array_map(static fn (string $key): string => "field:{$key}", $fields)], 'search' => '', 'where' => '[]', 'sort' => 'created'], [], 'console')->assertCreated();
        $lines = $this->ask('/exports/'.$export->json('id').'/file')->assertOk()->streamedContent();
        DB::table('accounts')->where('id', '<>', $keeper->id)->delete();
        self::assertSame([], $this->everything($keeper->id));

        $id = (string) Str::uuid7();
        $this->knock('PUT', "/imports/{$id}?name=everything.jsonl", $lines, ['Content-Type' => 'application/jsonl', 'Content-Length' => (string) strlen($lines)], 'console')->assertStatus(202);
        $plan = (array) $this->ask("/imports/{$id}")->json('plan');
        $this->knock('POST', "/imports/{$id}/check", ['plan' => [...$plan, 'app' => 'gaugebook', 'existing' => 'leave']], [], 'console')->assertStatus(202);
        $this->work();
        $this->knock('POST', "/imports/{$id}/begin", ['reason' => 'Moved'], [], 'console')->assertStatus(202);
        $this->work();
        $import = $this->ask("/imports/{$id}")->json('import');
        self::assertSame(['done', 60, 1, 0], [$import['state'], $import['accepted'], $import['left'], $import['refused']], json_encode($import['codes'], JSON_THROW_ON_ERROR));
        self::assertEquals($before, $this->everything($keeper->id));
    }

    public function test_hashes_are_taken_out_by_who_may_and_as_json_lines_alone(): void
    {
        $this->keeper();
        $take = fn (string $format) => $this->knock('POST', '/exports', ['format' => $format, 'columns' => ['address', 'password_hash'], 'search' => '', 'where' => '[]', 'sort' => 'name'], [], 'console');
        $take('csv')->assertStatus(422)->assertJsonPath('reasons.0.code', 'export.hashes');
        $take('xlsx')->assertStatus(422);
        $take('jsonl')->assertCreated();
        $this->operatorWith('kennel:console', 'kennel:accounts.read', 'kennel:accounts.export');
        $take('jsonl')->assertStatus(422)->assertJsonPath('reasons.0.code', 'export.hashes');
    }

    public function test_what_a_check_shows_is_what_the_import_does(): void
    {
        $this->keeper();
        mt_srand(4180);
        $counts = ['accepted' => 0, 'updated' => 0, 'left' => 0, 'refused' => 0];
        for ($file = 0; $file < 12; $file++) {
            $existing = ['refuse', 'leave', 'update'][$file % 3];
            [$csv, $plan] = [$this->csv(), ['app' => 'gaugebook', 'proven' => $file % 2 === 0, 'must_change' => false, 'digest' => '', 'layout' => 'password', 'allows_no_hash' => $file % 4 < 2, 'existing' => $existing, 'update' => $existing === 'update' ? ['name', 'field:home_reach', 'own:nick'] : [], 'table' => '', 'links' => null, 'columns' => array_map(static fn (string $from, string $to): array => ['from' => $from, 'to' => $to, 'transforms' => $from === 'reach' ? [['do' => 'trim']] : [], 'leaves_out' => $file % 5 === 0], ['mail', 'name', 'hash', 'reach', 'nick', 'roles'], ['address', 'name', 'hash', 'field:home_reach', 'own:nick', 'roles'])]];
            $id = (string) Str::uuid7();
            $this->knock('PUT', "/imports/{$id}?name=some.csv", $csv, ['Content-Type' => 'text/csv', 'Content-Length' => (string) strlen($csv)], 'console')->assertStatus(202);
            $this->knock('POST', "/imports/{$id}/check", ['plan' => $plan], [], 'console')->assertStatus(202);
            $this->work();
            $shown = $this->outcome($id);
            $accounts = DB::table('accounts')->count();
            if ($shown['accepted'] + $shown['updated'] > 0) {
                $this->knock('POST', "/imports/{$id}/begin", ['reason' => 'Moved'], [], 'console')->assertStatus(202);
                $this->work();
            }
            self::assertSame($shown, $this->outcome($id), "file {$file}");
            self::assertSame($accounts + $shown['accepted'], DB::table('accounts')->count());
            foreach (array_keys($counts) as $kind) {
                $counts[$kind] += $shown[$kind];
            }
        }
        self::assertNotContains(0, $counts, 'each outcome was there: '.json_encode($counts, JSON_THROW_ON_ERROR));
    }

    /** @return array<string, mixed> counts and the report */
    private function outcome(string $id): array
    {
        $import = (array) DB::table('imports')->where('id', $id)->first(['accepted', 'updated', 'left', 'refused', 'codes', 'kinds', 'done']);

        return [...$import, 'rows' => DB::table('import_rows')->where('import_id', $id)->orderBy('seq')->get(['row', 'address', 'code', 'field', 'parameters'])->toJson()];
    }

    private function csv(): string
    {
        $lines = ['mail,name,hash,reach,nick,roles'];
        for ($row = mt_rand(1, 60); $row > 0; $row--) {
            $lines[] = implode(',', [
                ['p'.mt_rand(1, 120).'@reach.example', 'P'.mt_rand(1, 120).'@REACH.example', 'nobody', ''][mt_rand(0, 9) < 8 ? mt_rand(0, 1) : mt_rand(2, 3)],
                ['Ada', 'Bo', 'Cy', '', "\u{202E}x"][mt_rand(0, 9) < 8 ? mt_rand(0, 2) : mt_rand(3, 4)],
                ['$2y$04$'.str_repeat('a', 53), 'hunter2', ''][mt_rand(0, 9) < 7 ? 0 : mt_rand(1, 2)],
                ['Saltings', ' Mill Reach ', 'the bridge', ''][mt_rand(0, 3)],
                ['', 'x', str_repeat('y', 30)][mt_rand(0, 2)],
                ['', 'observer', '"observer, reviewer"', 'pilot'][mt_rand(0, 9) < 9 ? mt_rand(0, 2) : 3],
            ]);
        }

        return implode("\n", $lines)."\n";
    }

    private function many(): void
    {
        mt_srand(7396);
        $status = ['active', 'active', 'pending', 'suspended', 'closed'];
        for ($index = 0; $index < 60; $index++) {
            $account = $this->holder("p{$index}@reach.example", ['Ada "the gauge" Lovell', '=1+1', 'نور الحداد', 'Łukasz'][$index % 4]." {$index}");
            $as = $status[$index % 5];
            DB::table('accounts')->where('seq', $account->seq)->update([
                'status' => $as, 'status_reason' => $as === 'suspended' ? 'Asked to, by post' : null, 'email_proven_at' => $as === 'pending' ? null : '2020-01-02T03:04:05.678Z',
                'terms_version' => $index % 2 === 0 ? '' : '2024-01-01', 'language' => [null, 'de'][$index % 2], 'password_owed' => ['', 'asked'][$index % 3 === 0 ? 1 : 0], 'seen_at' => $index % 2 === 0 ? '' : '2021-01-01T00:00:00.000Z',
                'created_at' => sprintf('2019-05-%02dT10:00:00.123Z', $index % 28 + 1), 'closed_at' => $as === 'closed' ? '2026-05-01T12:00:00.000Z' : null,
            ]);
            $this->app->make(FieldValues::class)->write($account->seq, [
                'home_reach' => 'Saltings', 'speaks' => $index % 3 === 0 ? ['en', 'ja'] : null, 'listed' => $index % 2 === 0, 'trained_on' => $index % 4 === 0 ? '2020-02-29' : null, 'boat_licence' => $index % 7 === 0 ? 'AB-12345' : null,
                'phone' => $index % 6 === 0 ? '+4721930000' : null,
            ]);
            if ($index % 3 === 1) {
                $this->app->make(Metadata::class)->write($account->seq, MetadataKind::Own, MetadataDocument::parse('{"nickname":"N","list":[1,2.0,{"a":[]}],"empty":{}}'));
                $this->app->make(Metadata::class)->write($account->seq, MetadataKind::Internal, MetadataDocument::parse('{"insurance_until":"2027-01-01","n":null}'));
            }
            DB::table('assignments')->where('account_id', $account->id)->delete();
            foreach (array_slice(['observer', 'reviewer'], 0, $index % 3) as $role) {
                DB::table('assignments')->insert(['account_id' => $account->id, 'role_key' => $role, 'assigned_by' => 'x', 'why' => 'x', 'assigned_at' => '2020-01-01T00:00:00.000Z']);
            }
        }
    }

    /** @return array<string, mixed> all that is kept of each account but the keeper's, by address */
    private function everything(string $but): array
    {
        $all = [];
        foreach (DB::table('accounts')->where('id', '<>', $but)->get() as $row) {
            $all[(string) $row->email] = [
                array_diff_key((array) $row, self::NOT_THE_SAME),
                $this->app->make(FieldValues::class)->of((int) $row->seq),
                $this->app->make(Metadata::class)->documentsOfAll([(int) $row->seq])[(int) $row->seq] ?? [],
                DB::table('assignments')->where('account_id', $row->id)->orderBy('role_key')->pluck('role_key')->all(),
                DB::table('metadata_values')->where('account_seq', $row->seq)->orderBy('kind')->orderBy('path')->orderBy('position')->get(['kind', 'path', 'value'])->all(),
            ];
        }
        ksort($all);

        return $all;
    }
}
