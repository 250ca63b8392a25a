<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Administration\Imports;

use Illuminate\Contracts\Console\Kernel;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Illuminate\Testing\TestResponse;
use Kennel\App\Administration\Imports\CheckImport;
use Kennel\App\Administration\Imports\ImportAccounts;
use Kennel\App\Administration\Imports\ImportFiles;
use Kennel\App\Administration\Imports\ImportFormat;
use Kennel\App\Administration\Imports\Imports;
use Kennel\App\Administration\Imports\WorkThroughImport;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Queue\ContinueRun;
use Kennel\App\Foundation\Queue\Step;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Trail\Audit\Changes;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Feature\Trail;

final class ImportTest extends DoorTestCase
{
    public function test_a_file_is_checked_row_by_row_and_then_imported(): void
    {
        $keeper = $this->keeper();
        $this->holder('taken@post.example');
        $before = DB::table('accounts')->count();
        $csv = "\xEF\xBB\xBFName,Hash,Address,Phone\n"
            .'"Pellow, Tam",'.password_hash(self::PASSWORD, PASSWORD_BCRYPT, ['cost' => 4]).",tam@reach.example,1\n"
            .'Ilza,{SSHA}'.base64_encode(sha1(self::PASSWORD.'salt', true).'salt').",ilza@reach.example,2\n"
            ."Twice,\$1\$abcdefgh\$0123456789012345678901,TAM@reach.example,3\n"
            .'Taken,'.password_hash('x', PASSWORD_BCRYPT, ['cost' => 4]).",taken@post.example,4\n"
            .'Bare,'.md5('x').",bare@reach.example,5\n\n"
            ."Short,row\n"
            ."\xff,x,y@reach.example,6\n";
        [$id, $sent] = $this->send($csv, 'app=gaugebook&proven=yes&name=older.csv');
        $sent->assertStatus(202)->assertJsonPath('state', 'checking');
        $this->work();
        $checked = $this->import($id);
        self::assertSame(['checked', 7, 2, 5, ['phone']], [$checked['state'], $checked['done'], $checked['accepted'], $checked['refused'], $checked['ignored']]);
        self::assertSame(['bcrypt 4' => 1, 'salted SHA-1 (SSHA)' => 1], array_column($checked['kinds'], 'rows', 'kind'));
        self::assertSame($before, DB::table('accounts')->count(), 'looking changes nothing');
        $rows = array_map(static fn (array $row): array => [$row['row'], $row['code']], (array) $this->ask("/imports/{$id}/rows")->assertOk()->json('items'));
        self::assertSame([[3, 'import.twice'], [4, 'import.taken'], [5, 'import.digest_undeclared'], [6, 'import.columns_in_row'], [7, 'import.encoding']], $rows);
        self::assertSame([4], array_column((array) $this->ask("/imports/{$id}/rows?code=import.taken")->json('items'), 'row'));

        $this->knock('POST', "/imports/{$id}/begin", ['reason' => ''], [], 'console')->assertStatus(422)->assertJsonPath('reasons.0.code', 'reason.required');
        // As a check leaves it that dies once it is through.
        DB::table('import_addresses')->insert(['import_id' => $id, 'lookup_key' => 'tam@reach.example']);
        $this->knock('POST', "/imports/{$id}/begin", ['reason' => 'The older site closes'], [], 'console')->assertStatus(202);
        $this->work();
        $done = $this->import($id);
        self::assertSame(['done', 7, 2, 5], [$done['state'], $done['done'], $done['accepted'], $done['refused']]);
        self::assertFileDoesNotExist($this->app->make(ImportFiles::class)->path($id));
        foreach (['tam@reach.example', 'ilza@reach.example'] as $address) {
            $this->knock('POST', '/sessions', ['email' => $address, 'password' => 'wrong'])->assertStatus(401);
            $this->signIn($address)->assertCreated();
            self::assertSame('Argon2id 7168/1/1', DB::table('accounts')->where('email', $address)->value('hash_kind'));
        }
        $tam = DB::table('accounts')->where('email', 'tam@reach.example')->first();
        self::assertSame(['Pellow, Tam', 'active', 'gaugebook'], [$tam->name, $tam->status, $tam->app_key]);
        self::assertSame('import', $this->ask("/accounts/{$tam->id}")->assertOk()->json('came_by'));
        self::assertSame(['observer'], DB::table('assignments')->where('account_id', $tam->id)->pluck('role_key')->all());
        self::assertSame($keeper->id, DB::table('audit_events')->where('account_id', $tam->id)->where('event', 'account.imported')->value('actor_id'));
        $changes = Changes::between([], ['name' => 'Pellow, Tam', 'email' => 'tam@reach.example', 'status' => 'active', 'app' => 'gaugebook', 'password' => 'set', 'stored_as' => 'bcrypt 4']);
        self::assertSame($changes, json_decode(array_column(Trail::of('account.imported'), 'changes', 'account_id')[$tam->id], true), 'as the trail would have written it');
        self::assertSame(['The older site closes'], DB::table('audit_events')->where('event', 'accounts.import_begun')->pluck('reason')->all());
        $finished = DB::table('audit_events')->where('event', 'accounts.import_finished')->first(['actor_id', 'account_id', 'changes', 'reason']);
        self::assertSame([$keeper->id, null, null], [$finished?->actor_id, $finished?->account_id, $finished?->reason]);
        self::assertEquals(Changes::between([], ['file' => 'older.csv', 'imported' => 2, 'refused' => 5]), json_decode((string) $finished?->changes, true));
        self::assertSame('Pellow, Tam', $this->ask('/accounts?q=pellow')->json('items.0.name'), 'found by search');
        $kept = json_encode([DB::table('evidence')->get(), Trail::of(), DB::table('import_rows')->get()], JSON_THROW_ON_ERROR);
        self::assertStringNotContainsString('{SSHA}', $kept);
        self::assertStringNotContainsString(md5('x'), $kept);
    }

    public function test_json_lines_with_declared_digests_whose_holders_must_choose_anew(): void
    {
        $this->keeper();
        $lines = json_encode(['address' => 'a@reach.example', 'name' => 'A', 'hash' => hash('sha1', self::PASSWORD.'s1'), 'salt' => 's1', 'theme' => 'dark'], JSON_THROW_ON_ERROR)."\n\n"
            ."[1]\n{\"address\": 5, \"name\": \"B\", \"hash\": \"x\"}\nnot json\n";
        [$id] = $this->send($lines, 'app=gaugebook&must_change=yes&digest=sha1&layout=password.salt', 'application/jsonl');
        $this->work();
        $checked = $this->import($id);
        self::assertSame([1, ['theme'], ['import.json' => 2, 'import.json_text' => 1, 'import.hash_unknown' => 1]], [$checked['accepted'], $checked['ignored'], array_column($checked['codes'], 'rows', 'code')]);
        $this->knock('POST', "/imports/{$id}/begin", ['reason' => 'Moved'], [], 'console')->assertStatus(202);
        $this->work();
        $this->signIn('a@reach.example')->assertCreated();
        $this->knock('GET', '/session')->assertJsonPath('standing.reasons.0.code', 'duty.verify_email')->assertJsonPath('standing.reasons.1.code', 'duty.change_password_asked');
    }

    public function test_the_file_is_the_services_users_alone(): void
    {
        $umask = umask();
        $this->keeper();
        [$id] = $this->send("address,name,hash\n", 'app=gaugebook');
        $path = storage_path("app/imports/{$id}");
        self::assertSame($umask, umask(), 'what others make is not ours to hide');
        self::assertSame([0o600, 0o700], [fileperms($path) & 0o777, fileperms(dirname($path)) & 0o777]);
    }

    public function test_a_file_that_is_gone_is_named(): void
    {
        $files = $this->app->make(ImportFiles::class);
        exec('rm -rf '.escapeshellarg(storage_path('app')));
        $content = fopen('data://text/plain,address', 'rb');
        self::assertSame(7, $files->receive('of-a-fresh-installation', is_resource($content) ? $content : throw new \LogicException));
        $files->remove('of-a-fresh-installation');
        $files->remove('of-a-fresh-installation');
        $this->expectExceptionMessage('The file of import of-a-fresh-installation is gone.');
        $files->rows('of-a-fresh-installation', ImportFormat::Csv);
    }

    public function test_five_hundred_rows_are_listed_at_once_and_all_are_kept(): void
    {
        $this->keeper();
        [$id] = $this->send("address,name,hash\n".str_repeat('nowhere,Somebody,$2y$04$'.str_repeat('a', 53)."\n", 501), 'app=gaugebook');
        $this->work();
        self::assertSame([501, 501, 500], [$this->import($id)['refused'], DB::table('import_rows')->where('import_id', $id)->count(), count((array) $this->ask("/imports/{$id}/rows")->assertOk()->json('items'))]);
        self::assertCount(502, explode("\r\n", trim($this->ask("/imports/{$id}/report")->assertOk()->streamedContent())), 'the report has them all');
        [$id] = $this->send("address,name,hash\n".str_repeat('nowhere,,$2y$04$'.str_repeat('a', 53)."\n", 300), 'app=gaugebook');
        $this->work();
        self::assertSame([600, 500], [DB::table('import_rows')->where('import_id', $id)->count(), count((array) $this->ask("/imports/{$id}/rows")->assertOk()->json('items'))], 'two reasons each; so many at once');
        [$id] = $this->send("address,name,hash\n".str_repeat('ü', 300).",Somebody,x\n", 'app=gaugebook');
        $this->work();
        self::assertSame(str_repeat('ü', 254), DB::table('import_rows')->where('import_id', $id)->value('address'), 'what was typed is kept as far as an address goes');
    }

    public function test_what_can_not_be_an_import_leaves_nothing_behind(): void
    {
        $this->keeper();
        $folder = dirname($this->app->make(ImportFiles::class)->path('x'));
        $files = static fn (): int => is_dir($folder) ? count((array) glob("{$folder}/*")) : 0;
        $before = $files();
        $this->send("address,hash\n", 'app=gaugebook')[1]->assertStatus(422)->assertJsonPath('reasons.0.code', 'import.columns_missing');
        $this->send("address,name,hash,name\n", 'app=gaugebook')[1]->assertStatus(422)->assertJsonPath('reasons.0.code', 'import.columns_twice');
        $this->send('', 'app=gaugebook')[1]->assertStatus(422)->assertJsonPath('reasons.0.code', 'import.empty');
        $this->send("address,name,hash\n", 'app=nowhere')[1]->assertStatus(422)->assertJsonPath('reasons.0.code', 'app.unknown');
        $this->send("address,name,hash\n", 'app=gaugebook', 'text/plain')[1]->assertStatus(422)->assertJsonPath('reasons.0.code', 'import.format');
        $this->send("address,name,hash\n", 'app=gaugebook&digest=crc32')[1]->assertStatus(422);
        self::assertSame([0, $before], [self::rows('imports'), $files()]);
        [$id] = $this->send("address,name,hash\nnobody,,\n", 'app=gaugebook');
        $this->knock('POST', "/imports/{$id}/begin", ['reason' => 'too early'], [], 'console')->assertStatus(422)->assertJsonPath('reasons.0.code', 'import.not_checked');
        $this->work();
        $this->knock('POST', "/imports/{$id}/begin", ['reason' => 'nothing in it'], [], 'console')->assertStatus(422)->assertJsonPath('reasons.0.code', 'import.nothing');
        $this->knock('DELETE', "/imports/{$id}", null, [], 'console')->assertNoContent();
        self::assertSame(['discarded', $before], [$this->import($id)['state'], $files()]);
        $this->ask('/imports/01890a5d-ac96-774b-bcce-b302099a8057/rows')->assertStatus(404);
    }

    public function test_broken_off_it_goes_on_behind_the_last_chunk(): void
    {
        $this->keeper();
        $hash = '$2y$04$'.str_repeat('a', 53);
        $csv = "address;name;hash\n".implode('', array_map(static fn (int $n): string => "p{$n}@reach.example;\"Person\n{$n}x\";{$hash}\n", range(1, 20))).implode('', array_map(static fn (int $n): string => "q{$n}@reach.example;Person {$n};{$hash}\n", range(1, 2_500)));
        [$id] = $this->send($csv, 'app=gaugebook');
        $this->work();
        self::assertSame([2_500, 20, ['name.characters' => 20]], [$this->import($id)['accepted'], $this->import($id)['refused'], array_column($this->import($id)['codes'], 'rows', 'code')]);
        $this->knock('POST', "/imports/{$id}/begin", ['reason' => 'Moved'], [], 'console')->assertStatus(202);
        // A chunk in, the process dies: a trigger stands in for the power cut, within the second chunk.
        DB::statement("CREATE TEMP TRIGGER power_cut BEFORE INSERT ON accounts WHEN new.email = 'q1500@reach.example' BEGIN SELECT RAISE(ABORT, 'power cut'); END");
        config(['logging.default' => 'null']);
        $this->app->make(Kernel::class)->call('queue:work', ['--once' => true]);
        self::assertSame(['importing', 1_000, 980], [$this->import($id)['state'], $this->import($id)['done'], DB::table('accounts')->where('email', 'like', '%@reach.example')->count()]);
        DB::statement('DROP TRIGGER power_cut');
        $this->work();
        $done = $this->import($id);
        self::assertSame(['done', 2_520, 2_500, 20], [$done['state'], $done['done'], $done['accepted'], $done['refused']]);
        self::assertSame([2_500, 2_500], [DB::table('accounts')->where('email', 'like', '%@reach.example')->count(), DB::table('audit_events')->where('event', 'account.imported')->count()]);
    }

    public function test_what_one_step_leaves_is_the_next_jobs_and_one_id_is_one_import(): void
    {
        $this->keeper();
        [$id] = $this->send("address,name,hash\n".implode('', array_map(static fn (int $n): string => "p{$n}@reach.example,Person {$n},\$2y\$04\$".str_repeat('a', 53)."\n", range(1, 2_500))), 'app=gaugebook');
        config(['queue.connections.long.retry_after' => 0]);
        $step = function () use ($id): array {
            $this->app->call([new ContinueRun(WorkThroughImport::class, $id), 'handle']);

            return [$this->import($id)['state'], $this->import($id)['done']];
        };
        self::assertSame([['checking', 1_000], ['checking', 2_000], ['checked', 2_500]], [$step(), $step(), $step()]);
        self::assertSame(3, self::rows('jobs'), 'the first, and one for what each of two left');
        $this->knock('POST', "/imports/{$id}/begin", ['reason' => 'Moved'], [], 'console')->assertStatus(202);
        self::assertSame([['importing', 1_000], ['importing', 2_000], ['done', 2_500]], [$step(), $step(), $step()]);
        self::assertSame(6, self::rows('jobs'), 'and the same once more, with the one that was begun');
        $content = fopen('data://text/plain,address', 'rb');
        try {
            $this->app->make(Imports::class)->receive($id, is_resource($content) ? $content : throw new \LogicException, 'x', ImportFormat::Csv, Actor::kennel());
            self::fail('received');
        } catch (Refusal $refusal) {
            self::assertSame('import.exists', $refusal->refusal);
        }
    }

    public function test_one_that_is_discarded_in_the_middle_imports_no_more(): void
    {
        $this->keeper();
        [$id] = $this->send("address,name,hash\n".implode('', array_map(static fn (int $n): string => "p{$n}@reach.example,Person {$n},\$2y\$04\$".str_repeat('a', 53)."\n", range(1, 2_500))), 'app=gaugebook');
        $this->work();
        $this->knock('POST', "/imports/{$id}/begin", ['reason' => 'Moved'], [], 'console')->assertStatus(202);
        // The first chunk is in when somebody discards the rest: a trigger stands in for them.
        DB::statement("CREATE TEMP TRIGGER discarded AFTER UPDATE OF done ON imports WHEN new.done = 1000 AND new.state = 'importing' BEGIN UPDATE imports SET state = 'discarded' WHERE id = new.id; END");
        $this->work();
        self::assertSame(['discarded', 1_000, 1_000], [$this->import($id)['state'], $this->import($id)['done'], DB::table('accounts')->where('email', 'like', '%@reach.example')->count()]);
    }

    public function test_one_whose_file_is_gone_or_that_never_was_is_not_gone_on_with(): void
    {
        $this->keeper();
        [$id] = $this->send("address,name,hash\na@reach.example,A,x\n", 'app=gaugebook');
        $imports = $this->app->make(Imports::class);
        self::assertFalse($imports->resume('01890a5d-ac96-774b-bcce-b302099a8057'));
        self::assertTrue($imports->resume($id));
        $this->app->make(ImportFiles::class)->remove($id);
        self::assertFalse($imports->resume($id));
        self::assertTrue($this->app->make(CheckImport::class)('01890a5d-ac96-774b-bcce-b302099a8057', Step::begin()), 'nothing more to do');
        self::assertTrue($this->app->make(ImportAccounts::class)('01890a5d-ac96-774b-bcce-b302099a8057', Step::endless()));
        $files = $this->app->make(ImportFiles::class);
        $umask = umask();
        $content = fopen('data://text/plain,address', 'rb');
        self::assertSame(7, $files->receive('01890a5d-ac96-774b-bcce-b302099a8057', is_resource($content) ? $content : throw new \LogicException));
        self::assertSame([$umask, 0o600], [umask(), fileperms($files->path('01890a5d-ac96-774b-bcce-b302099a8057')) & 0o777]);
        self::assertFalse($imports->resume('01890a5d-ac96-774b-bcce-b302099a8057'), 'a file alone is no import');
        [$id] = $this->send("address,name,hash\na@reach.example,A,\$2y\$04\$".str_repeat('a', 53)."\n", 'app=gaugebook');
        $this->work();
        self::assertTrue($this->app->make(ImportAccounts::class)($id, Step::endless()));
        self::assertSame(['checked', 0], [$this->import($id)['state'], DB::table('accounts')->where('email', 'a@reach.example')->count()], 'what was not begun is not imported');
    }

    public function test_what_was_checked_and_forgotten_is_discarded(): void
    {
        $this->keeper();
        [$id] = $this->send("address,name,hash\na@reach.example,A,x\n", 'app=gaugebook');
        $this->work();
        $this->clock->move('+6 days');
        $this->command('kennel:purge');
        self::assertFileExists($this->app->make(ImportFiles::class)->path($id));
        $this->clock->move('+2 days');
        $this->command('kennel:purge');
        self::assertFileDoesNotExist($this->app->make(ImportFiles::class)->path($id));
        self::assertSame('discarded', DB::table('imports')->where('id', $id)->value('state'));
    }

    public function test_the_command_checks_imports_and_refuses(): void
    {
        $file = sys_get_temp_dir().'/kennel-import-'.bin2hex(random_bytes(4)).'.csv';
        file_put_contents($file, "address,name,hash\na@reach.example,A,".password_hash(self::PASSWORD, PASSWORD_BCRYPT, ['cost' => 4])."\nb,B,\n");
        $this->beforeApplicationDestroyed(static fn () => unlink($file));
        self::assertStringContainsString('2 rows, 1 can be or were imported, 1 refused', $this->command('kennel:import', ['file' => $file, '--app' => 'gaugebook', '--dry-run' => true]));
        self::assertSame(0, DB::table('accounts')->count());
        self::assertSame(1, $this->app->make(Kernel::class)->call('kennel:import', ['file' => $file, '--app' => 'gaugebook']), 'without a reason nothing is imported');
        self::assertStringContainsString('done: 2 rows', $this->command('kennel:import', ['file' => $file, '--app' => 'gaugebook', '--proven' => true, '--reason' => 'Moved']));
        $this->signIn('a@reach.example')->assertCreated();
        self::assertSame(2, $this->app->make(Kernel::class)->call('kennel:import', ['file' => '/nowhere.csv', '--app' => 'gaugebook', '--reason' => 'x']));
    }

    /** @return array{string, TestResponse} */
    private function send(string $content, string $query, string $type = 'text/csv'): array
    {
        $id = (string) Str::uuid7();

        return [$id, $this->knock('PUT', "/imports/{$id}?{$query}", $content, ['Content-Type' => $type, 'Content-Length' => (string) strlen($content)], 'console')];
    }

    /** @return array<string, mixed> */
    private function import(string $id): array
    {
        return array_column((array) $this->ask('/imports')->assertOk()->json('items'), null, 'id')[$id];
    }
}
