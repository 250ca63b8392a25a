<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Administration\Exports;

use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Kennel\App\Administration\Exports\ExportFiles;
use Kennel\App\Administration\Exports\WriteExport;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Foundation\Queue\ContinueRun;
use Kennel\App\Foundation\Queue\Step;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Feature\Trail;

final class ExportTest extends DoorTestCase
{
    public function test_csv_as_filtered_with_chosen_columns_and_no_formula(): void
    {
        $this->keeper();
        $this->holder('ada@post.example', '=HYPERLINK("https://evil.example")');
        $this->holder('bo@post.example', 'Bo "the boat", jr.', role: 'reviewer');
        $this->holder('cy@post.example', 'Cy', proven: false);
        $export = $this->export(['columns' => ['name', 'address', 'status', 'roles'], 'where' => '[["app","is","gaugebook"],["status","is","active"],["permission","is","readings:enter"]]'])->assertCreated()->assertJsonPath('state', 'done')->assertJsonPath('done', 1);
        self::assertSame("name,address,status,roles,made_harmless\r\n\"Bo \"\"the boat\"\", jr.\",bo@post.example,active,reviewer,\r\n", $this->file($export)->streamedContent());
        $all = $this->file($this->export(['columns' => ['name'], 'where' => '[["role","has_none"]]']));
        self::assertSame("name,made_harmless\r\nCy,\r\n\"'=HYPERLINK(\"\"https://evil.example\"\")\",name\r\n", $all->streamedContent());
        self::assertSame(['text/csv; charset=utf-8; header=present', 'attachment; filename="accounts-2026-05-01.csv"'], [$all->headers->get('Content-Type'), $all->headers->get('Content-Disposition')]);
        self::assertStringContainsString('"columns":{"before":null,"after":"name"}', Trail::of('accounts.exported')[1]['changes']);
    }

    public function test_json_lines_have_values_as_they_are_stored(): void
    {
        $this->keeper();
        $account = $this->holder();
        $this->knock('PUT', "/accounts/{$account->id}/metadata/internal", '{"a":{},"b":[1]}', ['Content-Type' => 'application/json', 'If-Match' => '*'], 'console')->assertOk();
        $export = $this->export(['format' => 'jsonl', 'columns' => ['id', 'roles', 'seen', 'internal', 'own'], 'search' => 'tam']);
        self::assertSame('{"id":"'.$account->id.'","roles":[],"seen":null,"internal":{"a":{},"b":[1]},"own":null}'."\n", $this->file($export)->streamedContent());
    }

    public function test_what_is_invalid_is_named_and_no_secret_is_a_column(): void
    {
        $this->keeper();
        self::assertSame(['export.format'], self::codes($this->export(['format' => 'xls'])->assertStatus(422)));
        foreach (['hash', 'search', 'lookup_key', 'field:nothing', 'version'] as $column) {
            self::assertSame(['export.column'], self::codes($this->export(['columns' => [$column]])->assertStatus(422)), $column);
        }
        self::assertSame(['export.columns'], self::codes($this->export(['columns' => []])->assertStatus(422)));
        self::assertSame(['export.columns'], self::codes($this->export(['columns' => ['name', 'name']])->assertStatus(422)));
        self::assertSame(0, self::rows('exports'));
    }

    public function test_many_are_written_in_the_background_and_gone_on_with_behind_the_last_page(): void
    {
        $this->keeper();
        $this->many(10_400);
        $export = $this->export(['columns' => ['address'], 'sort' => '-created', 'where' => '[["origin","is","import"]]'])->assertCreated()->assertJsonPath('state', 'running')->assertJsonPath('total', null);
        $id = (string) $export->json('id');
        $this->ask("/exports/{$id}/file")->assertNotFound();
        DB::table('jobs')->delete();
        // One page, then it is as if the worker had been killed while it wrote the next.
        $this->app->make(WriteExport::class)->work($id, $this->over());
        self::assertSame(10_000, (int) DB::table('exports')->value('done'));
        file_put_contents($this->app->make(ExportFiles::class)->path($id), 'half a li', FILE_APPEND);
        ContinueRun::dispatch(WriteExport::class, $id);
        $this->work();
        $lines = explode("\r\n", trim($this->file($export)->streamedContent()));
        self::assertSame([10_401, 10_401], [count($lines), count(array_unique($lines))], 'each once, below the head');
        $this->clock->move('+25 hours');
        $this->command('kennel:purge');
        self::assertFileDoesNotExist($this->app->make(ExportFiles::class)->path($id));
        self::assertSame(0, self::rows('exports'));
    }

    public function test_one_whose_process_was_killed_while_somebody_waited_is_written_by_a_worker(): void
    {
        $this->keeper();
        $export = $this->export(['columns' => ['address']]);
        DB::table('exports')->update(['state' => 'running', 'done' => 0, 'bytes' => 0, 'cursor' => null]);
        $this->work();
        self::assertSame('running', DB::table('exports')->value('state'), 'not before a request would be over');
        $this->travel(121)->seconds();
        $this->work();
        self::assertSame('done', DB::table('exports')->value('state'));
        self::assertSame("address,made_harmless\r\nmaren@alderwend.example,\r\n", $this->file($export)->streamedContent());
    }

    public function test_one_that_is_discarded_leaves_no_file_and_somebody_elses_is_not_there(): void
    {
        $this->keeper();
        $export = $this->export(['columns' => ['address']]);
        $id = (string) $export->json('id');
        self::assertSame('0600', substr(sprintf('%o', fileperms($this->app->make(ExportFiles::class)->path($id))), -4));
        $this->operatorWith('kennel:console', 'kennel:accounts.export', 'kennel:accounts.read');
        foreach (['GET' => '', 'DELETE' => ''] as $method => $more) {
            $this->knock($method, "/exports/{$id}{$more}", surface: 'console')->assertNotFound();
        }
        $this->ask("/exports/{$id}/file")->assertNotFound();
        $this->signIn('maren@alderwend.example', 'console')->assertCreated();
        $this->knock('DELETE', "/exports/{$id}", surface: 'console')->assertNoContent();
        $this->ask("/exports/{$id}/file")->assertNotFound();
    }

    /** A step whose time is up. */
    public function test_those_that_were_selected_are_taken_out_and_no_others(): void
    {
        $this->keeper();
        $ada = $this->holder('ada@post.example', 'Ada');
        $this->holder('bo@post.example', 'Bo');
        $export = $this->export(['columns' => ['name'], 'ids' => [$ada->id]])->assertCreated()->assertJsonPath('done', 1);
        self::assertSame("name,made_harmless\r\nAda,\r\n", $this->file($export)->streamedContent());
        self::assertStringContainsString('selected one by one', Trail::of('accounts.exported')[0]['changes']);
        self::assertSame(['bulk.too_many_ids'], self::codes($this->export(['columns' => ['name'], 'ids' => array_fill(0, 1_001, $ada->id)])->assertStatus(422)));
        $this->operatorWith('kennel:console', 'kennel:accounts.export');
        $this->export(['columns' => ['name'], 'ids' => [$ada->id]])->assertForbidden();
    }

    private function over(): Step
    {
        $step = (new \ReflectionClass(Step::class))->newInstanceWithoutConstructor();
        (new \ReflectionProperty(Step::class, 'until'))->setValue($step, 0.0);

        return $step;
    }

    /** @param  array<string, mixed>  $body */
    private function export(array $body): TestResponse
    {
        return $this->knock('POST', '/exports', $body + ['format' => 'csv', 'columns' => ['name']], surface: 'console');
    }

    private function file(TestResponse $export): TestResponse
    {
        return $this->ask("/exports/{$export->json('id')}/file")->assertOk();
    }

    private function many(int $count): void
    {
        $holder = array_diff_key(Account::query()->first()?->getAttributes() ?? [], ['seq' => 0]);
        $rows = array_map(static fn (int $index): array => [...$holder, 'id' => sprintf('00000000-0000-7000-8000-%012d', $index), 'email' => "m{$index}@post.example", 'lookup_key' => "m{$index}@post.example", 'came_by' => 'import', 'created_at' => sprintf('2026-01-%02dT00:00:00.000Z', $index % 28 + 1)], range(1, $count));
        array_map(static fn (array $chunk) => DB::table('accounts')->insert($chunk), array_chunk($rows, 50));
    }
}
