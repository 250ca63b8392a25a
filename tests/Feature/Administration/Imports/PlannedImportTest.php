<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Administration\Imports;

use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Kennel\App\Administration\Exports\XlsxFile;
use Kennel\App\Administration\Imports\CheckImport;
use Kennel\App\Directory\Fields\FieldValues;
use Kennel\App\Directory\Metadata\Metadata;
use Kennel\App\Foundation\Queue\Step;
use Kennel\Demo\OlderSite;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Feature\Trail;
use Kennel\Tests\Support\Books;

/** Files with a plan: what is suggested, tried, checked and imported; accounts that are there. */
final class PlannedImportTest extends DoorTestCase
{
    private const FILES = __DIR__.'/../../../../database/demo/files';

    private const TYPES = [
        'csv' => 'text/csv',
        'jsonl' => 'application/jsonl',
        'xlsx' => 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
        'ods' => 'application/vnd.oasis.opendocument.spreadsheet',
        'sqlite' => 'application/vnd.sqlite3',
    ];

    protected function setUp(): void
    {
        parent::setUp();
        $this->define(array_map(static fn (array $field): array => array_replace($field, ['required' => 'never']), Books::demo()['fields']));
    }

    public function test_a_spreadsheet_kept_by_hand_is_suggested_a_plan_mended_and_imported(): void
    {
        $this->keeper();
        $id = $this->send((string) file_get_contents(self::FILES.'/weirboard.xlsx'), 'xlsx');
        $shown = $this->ask("/imports/{$id}")->assertOk()->assertJsonPath('import.state', 'received')->assertJsonPath('tables.0.name', 'Accounts');
        $plan = (array) $shown->json('plan');
        $to = array_column($plan['columns'], 'to', 'from');
        self::assertSame([
            'E-Mail' => 'address', 'Full name' => 'family_name', 'Rights' => 'roles', 'Home reach' => 'field:home_reach', 'Trained on' => 'field:trained_on',
            'Member since' => 'created', 'State' => 'status', 'Listed' => 'field:listed', 'Password' => 'hash', 'Salt' => 'salt',
        ], $to, 'by names and by contents');
        $transforms = array_column($plan['columns'], 'transforms', 'from');
        self::assertSame(['do' => 'lower_case'], end($transforms['E-Mail']));
        self::assertSame(['yyyy-mm-dd', 'dd.mm.yyyy'], end($transforms['Trained on'])['styles']);
        self::assertContains(['saltings', 'Saltings'], end($transforms['Home reach'])['words']);
        self::assertContains(['Saltngs', 'Saltings'], end($transforms['Home reach'])['words']);
        self::assertSame([['enabled', 'active'], ['blocked', 'suspended']], $this->sorted(end($transforms['State'])['words']));

        $plan = [...$plan, 'app' => 'gaugebook', 'proven' => true, 'digest' => 'sha1', 'layout' => 'salt.password'];
        $preview = $this->knock('POST', "/imports/{$id}/preview", ['plan' => $plan], [], 'console')->assertOk();
        self::assertSame('(not shown)', $preview->json('rows.0.values.hash'));
        self::assertStringNotContainsString('$2y$', (string) $preview->getContent(), 'no hash is shown');
        self::assertSame([6], array_column(array_filter((array) $preview->json('rows'), static fn (array $row): bool => $row['reasons'] !== [] && $row['row'] === 6), 'row'), 'its address has no @');

        $checked = $this->check($id, $plan);
        self::assertSame('checked', $checked['state']);
        self::assertSame(['number'], $checked['ignored'] === ['Number'] ? ['number'] : $checked['ignored']);
        $codes = array_column($checked['codes'], 'rows', 'code');
        ksort($codes);
        self::assertSame(['email.invalid', 'field.choice_unknown', 'import.date', 'import.hash_required', 'import.role', 'import.status', 'import.twice', 'name.required'], array_keys($codes));
        $boatmen = $codes['import.role'];

        // The rest is mended by the plan, and checked anew.
        $plan = $this->with($plan, 'Rights', static fn (array $column): array => [...$column, 'transforms' => [['do' => 'words', 'words' => [['Observer', 'observer'], ['Reviewer', 'reviewer'], ['Steward', 'steward'], ['Boatman', '']], 'otherwise' => 'refuse']]]);
        $plan = $this->with($plan, 'Home reach', static fn (array $column): array => [...$column, 'leaves_out' => true]);
        $again = $this->check($id, $plan);
        self::assertGreaterThanOrEqual($checked['accepted'] + $boatmen, $again['accepted']);
        self::assertSame(0, DB::table('accounts')->where('came_by', 'import')->count(), 'checking makes nothing');

        $done = $this->begin($id);
        self::assertSame(['done', 48, $again['accepted'], $again['refused']], [$done['state'], $done['done'], $done['accepted'], $done['refused']], 'what was shown is what is done');
        $one = DB::table('accounts')->where('came_by', 'import')->where('status', 'active')->orderBy('seq')->first();
        self::assertStringStartsWith('20', (string) $one?->created_at);
        $this->knock('POST', '/sessions', ['email' => (string) $one?->email, 'password' => OlderSite::PASSWORD, 'keep' => false])->assertCreated();
        self::assertContains('observer', DB::table('assignments')->where('account_id', $one?->id)->pluck('role_key')->all());
        self::assertGreaterThan(0, DB::table('accounts')->where('came_by', 'import')->where('status', 'suspended')->count());
        self::assertSame(['by import'], DB::table('assignments')->where('account_id', $one?->id)->distinct()->pluck('why')->all());
        self::assertStringContainsString('"roles"', Trail::of('account.imported')[0]['changes']);
    }

    public function test_a_database_gives_its_people_with_their_roles_through_the_link(): void
    {
        $this->keeper();
        $id = $this->send((string) file_get_contents(self::FILES.'/weirboard.sqlite'), 'sqlite');
        $shown = $this->ask("/imports/{$id}")->assertOk();
        self::assertSame(['person', 'person_rights', 'reading', 'rights'], array_column((array) $shown->json('tables'), 'name'));
        $plan = (array) $shown->json('plan');
        self::assertSame(['person', ['person' => 'id', 'link' => 'person_rights', 'link_person' => 'person_id', 'link_role' => 'right_id', 'roles' => 'rights', 'role' => 'id', 'role_name' => 'title']], [$plan['table'], $plan['links']]);
        $to = array_column($plan['columns'], 'to', 'from');
        self::assertSame(['roles', 'field:home_reach', 'field:trained_on'], [$to['rights.title'], $to['reach'] ?? 'field:home_reach', $to['trained'] ?? 'field:trained_on']);
        $plan = [...$plan, 'app' => 'gaugebook', 'digest' => 'sha1', 'layout' => 'salt.password'];
        $plan = $this->with($plan, 'rights.title', static fn (array $column): array => [...$column, 'transforms' => [['do' => 'lower_case'], ['do' => 'words', 'words' => [['boatman', '']], 'otherwise' => 'keep']]]);
        $checked = $this->check($id, $plan);
        self::assertSame([120, 120, 0], [$checked['done'], $checked['accepted'], $checked['refused']], json_encode($checked['codes'], JSON_THROW_ON_ERROR));
        self::assertSame(120, $this->begin($id)['accepted']);
        $roles = DB::table('assignments')->join('accounts', 'accounts.id', '=', 'assignments.account_id')->where('came_by', 'import')->select('role_key')->selectRaw('count(*) AS held')->groupBy('role_key')->pluck('held', 'role_key')->all();
        $file = new \PDO('sqlite:'.self::FILES.'/weirboard.sqlite');
        $theirs = $file->query("SELECT lower(title), count(*) FROM person_rights JOIN rights ON rights.id = right_id WHERE title <> 'Boatman' GROUP BY title")->fetchAll(\PDO::FETCH_KEY_PAIR);
        self::assertEquals($theirs, $roles, 'each of theirs, and none more');
    }

    public function test_accounts_that_are_there_are_refused_left_or_given_what_was_chosen(): void
    {
        $keeper = $this->keeper();
        $tam = $this->holder('tam@post.example', 'Tam');
        $this->knock('PUT', "/accounts/{$tam->id}/metadata/internal", '{"keep":1,"note":"old"}', ['Content-Type' => 'application/json', 'If-Match' => '*'], 'console')->assertOk();
        $csv = "email,full name,boat_licence,note,groups\ntam@post.example,Tam Pellow,AB-1234,new,reviewer\nnew@post.example,New One,XY-9876,new,\n{$keeper->email},Somebody Else,ZZ-0000,x,\n";
        $columns = [
            ['from' => 'email', 'to' => 'address'], ['from' => 'full name', 'to' => 'name'], ['from' => 'boat_licence', 'to' => 'field:boat_licence'], ['from' => 'note', 'to' => 'internal:note'], ['from' => 'groups', 'to' => 'roles'],
        ];
        $plan = ['app' => 'gaugebook', 'allows_no_hash' => true, 'columns' => array_map(static fn (array $column): array => [...$column, 'transforms' => [], 'leaves_out' => false], $columns)];
        $outcome = fn (array $more): array => array_intersect_key($this->check($this->send($csv, 'csv'), $this->whole([...$plan, ...$more])), ['accepted' => 0, 'updated' => 0, 'left' => 0, 'refused' => 0]);
        self::assertSame(['accepted' => 1, 'updated' => 0, 'left' => 0, 'refused' => 2], $outcome([]));
        self::assertSame(['accepted' => 1, 'updated' => 0, 'left' => 2, 'refused' => 0], $outcome(['existing' => 'leave']));
        $this->knock('POST', '/imports/'.$this->send($csv, 'csv').'/check', ['plan' => $this->whole([...$plan, 'existing' => 'update', 'update' => ['status']])], [], 'console')->assertStatus(422)->assertJsonPath('reasons.0.code', 'import.update');

        self::assertSame(['accepted' => 0, 'updated' => 1, 'left' => 0, 'refused' => 2], $outcome(['allows_no_hash' => false, 'existing' => 'update', 'update' => ['name']]), 'who is there needs no hash, and who is new does');
        $id = $this->send($csv, 'csv');
        $checked = $this->check($id, $this->whole([...$plan, 'existing' => 'update', 'update' => ['name', 'field:boat_licence', 'internal:note', 'roles']]));
        self::assertSame([1, 1, 0, 1], [$checked['accepted'], $checked['updated'], $checked['left'], $checked['refused']]);
        self::assertSame([[1, 'import.updated', 'Given: name, roles, boat_licence, internal.'], [3, 'account.self', 'This is your own account. Ask another operator.']], array_map(static fn (array $row): array => [$row['row'], $row['code'], $row['message']], (array) $this->ask("/imports/{$id}/rows")->json('items')));
        $report = $this->ask("/imports/{$id}/report")->assertOk()->streamedContent();
        self::assertStringContainsString("1,tam@post.example,changed,import.updated,,\"Given: name, roles, boat_licence, internal.\"\r\n", $report);
        $done = $this->begin($id);
        self::assertSame(['done', 1, 1, 1], [$done['state'], $done['accepted'], $done['updated'], $done['refused']]);
        $shown = $this->ask("/accounts/{$tam->id}")->assertOk();
        self::assertSame(['Tam Pellow', 'AB-1234', 'tam@post.example', 'active'], [$shown->json('name'), $this->app->make(FieldValues::class)->of($tam->seq)['boat_licence'] ?? null, $shown->json('email'), $shown->json('status')]);
        self::assertSame(['keep' => 1, 'note' => 'new'], (array) $this->app->make(Metadata::class)->documentsOfAll([$tam->seq])[$tam->seq]['internal']->values());
        self::assertSame(['reviewer'], DB::table('assignments')->where('account_id', $tam->id)->pluck('role_key')->all());
        $this->signIn('tam@post.example')->assertCreated();
        $said = Trail::of('account.changed_by_import');
        self::assertSame([1, $keeper->id, $tam->id], [count($said), $said[0]['actor_id'], $said[0]['account_id']]);
        // The new one has no password anybody knows, and finds its way in by mail.
        $this->signIn('new@post.example')->assertStatus(401);
        $this->knock('POST', '/recoveries', ['email' => 'new@post.example'])->assertStatus(202);
    }

    public function test_a_role_that_is_not_theirs_to_give_cannot_come_by_a_file(): void
    {
        $this->keeper();
        $lead = $this->operatorWith('kennel:console', 'kennel:accounts.read', 'kennel:accounts.manage', 'kennel:roles.give');
        $hash = '$2y$04$'.str_repeat('a', 53);
        $csv = "address,name,hash,roles\na@reach.example,A,{$hash},keeper\nb@reach.example,B,{$hash},observer\n";
        $id = $this->send($csv, 'csv');
        $plan = (array) $this->ask("/imports/{$id}")->json('plan');
        $checked = $this->check($id, [...$plan, 'app' => 'gaugebook']);
        self::assertSame([1, ['import.role_beyond_authority' => 1]], [$checked['accepted'], array_column($checked['codes'], 'rows', 'code')]);
        $this->knock('POST', "/imports/{$id}/begin", ['reason' => 'Moved'], [], 'console')->assertStatus(202);
        // Whoever began it loses the permission before a worker takes it up.
        DB::table('assignments')->where('account_id', $lead->id)->delete();
        $this->work();
        self::assertSame(['failed', 0], [DB::table('imports')->where('id', $id)->value('state'), DB::table('accounts')->where('came_by', 'import')->count()]);
    }

    public function test_an_id_that_stands_in_the_file_before_is_refused_however_far_before(): void
    {
        $this->keeper();
        $id = '01890a5d-ac96-774b-bcce-b302099a8057';
        $rows = array_map(static fn (int $row): string => json_encode(['address' => "p{$row}@reach.example", 'name' => 'P', ...in_array($row, [3, 1_500], true) ? ['id' => $id] : []], JSON_THROW_ON_ERROR), range(1, 1_600));
        $import = $this->send(implode("\n", $rows), 'jsonl');
        $plan = [...(array) $this->ask("/imports/{$import}")->json('plan'), 'app' => 'gaugebook', 'allows_no_hash' => true];
        $checked = $this->check($import, $plan);
        self::assertSame([1_599, ['import.id_taken' => 1]], [$checked['accepted'], array_column($checked['codes'], 'rows', 'code')]);
        self::assertSame(1_599, $this->begin($import)['accepted'], 'what was shown is what is done');
        self::assertSame('p3@reach.example', DB::table('accounts')->where('id', $id)->value('email'));
    }

    public function test_an_open_document_is_read_by_its_types_and_repeats(): void
    {
        $this->keeper();
        $cell = static fn (string $type, string $value, string $text, string $more = ''): string => "<table:table-cell office:value-type=\"{$type}\" {$value} {$more}><text:p>{$text}</text:p></table:table-cell>";
        $row = static fn (string ...$cells): string => '<table:table-row>'.implode('', $cells).'</table:table-row>';
        $content = '<?xml version="1.0"?><office:document-content xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0" xmlns:table="urn:oasis:names:tc:opendocument:xmlns:table:1.0" xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0"><office:body><office:spreadsheet><table:table table:name="One">'
            .$row($cell('string', '', 'address'), $cell('string', '', 'name'), $cell('string', '', 'member since'), $cell('string', '', 'listed'), '<table:table-cell table:number-columns-repeated="16380"/>')
            .'<table:table-row table:number-rows-repeated="2"><table:table-cell table:number-columns-repeated="5"/></table:table-row>'
            .$row($cell('string', '', 'a@reach.example'), $cell('string', '', 'Ada<text:span> Lovell</text:span>'), $cell('date', 'office:date-value="2019-05-04"', '4 May'), $cell('boolean', 'office:boolean-value="true"', 'TRUE'))
            .$row($cell('string', '', 'b@reach.example'), $cell('string', '', 'Bo'), $cell('date', 'office:date-value="2019-05-04T10:30:00"', 'x'), '<table:table-cell/>')
            .'<table:table-row table:number-rows-repeated="1048000"><table:table-cell/></table:table-row></table:table><table:table table:name="Two">'.$row($cell('float', 'office:value="12"', '12')).'</table:table></office:spreadsheet></office:body></office:document-content>';
        $id = $this->send(self::zip(['content.xml' => $content]), 'ods');
        $shown = $this->ask("/imports/{$id}")->assertOk();
        self::assertSame([['name' => 'One', 'columns' => ['address', 'name', 'member since', 'listed']], ['name' => 'Two', 'columns' => ['12']]], $shown->json('tables'));
        $plan = [...(array) $shown->json('plan'), 'app' => 'gaugebook', 'allows_no_hash' => true];
        $rows = $this->knock('POST', "/imports/{$id}/preview", ['plan' => $plan], [], 'console')->assertOk()->json('rows');
        self::assertSame([
            ['address' => 'a@reach.example', 'name' => 'Ada Lovell', 'created' => '2019-05-04', 'field:listed' => 'yes'],
            ['address' => 'b@reach.example', 'name' => 'Bo', 'created' => '2019-05-04T10:30:00Z', 'field:listed' => ''],
        ], array_column((array) $rows, 'values'));
        self::assertSame(2, $this->check($id, $plan)['accepted']);
    }

    public function test_a_long_sheet_is_unpacked_in_steps_and_gone_on_with_each_row_once(): void
    {
        $this->keeper();
        $path = sys_get_temp_dir().'/kennel-long-'.bin2hex(random_bytes(4));
        $file = fopen("{$path}.rows", 'w+b');
        self::assertNotFalse($file);
        XlsxFile::begin($file, ['address', 'name']);
        for ($row = 1; $row <= 5_000; $row++) {
            XlsxFile::write($file, ["p{$row}@reach.example", "Person {$row}"], $row);
        }
        XlsxFile::end($file);
        fclose($file);
        XlsxFile::finish("{$path}.rows", $path);
        $id = $this->send((string) file_get_contents($path), 'xlsx');
        array_map(unlink(...), [$path, "{$path}.rows"]);
        $plan = [...(array) $this->ask("/imports/{$id}")->json('plan'), 'app' => 'gaugebook', 'allows_no_hash' => true];
        $this->knock('POST', "/imports/{$id}/check", ['plan' => $plan], [], 'console')->assertStatus(202);
        config(['queue.connections.long.retry_after' => 0]);
        $check = $this->app->make(CheckImport::class);
        $unpacked = [];
        while (! $check($id, Step::begin())) {
            $unpacked[] = (int) DB::table('imports')->where('id', $id)->value('unpacked_rows');
            // As if the worker had been killed while it wrote on.
            DB::table('imports')->where('id', $id)->value('is_unpacked') || file_put_contents(storage_path("app/imports/{$id}.rows"), '{"address": "half a li', FILE_APPEND);
        }
        self::assertSame([2_000, 4_000], array_slice($unpacked, 0, 2));
        $import = $this->ask("/imports/{$id}")->json('import');
        self::assertSame(['checked', 5_000, 5_000, 0], [$import['state'], $import['done'], $import['accepted'], $import['refused']]);
    }

    public function test_what_is_not_what_it_is_said_to_be_is_refused_and_leaves_nothing(): void
    {
        $this->keeper();
        $bomb = '<?xml version="1.0"?><!DOCTYPE x [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;">]><x xmlns:table="t">&b;</x>';
        foreach ([['xlsx', 'no zip'], ['ods', 'no zip'], ['sqlite', 'no database'], ['xlsx', self::zip(['other' => 'x'])], ['ods', self::zip(['content.xml' => $bomb])], ['ods', self::zip(['content.xml' => '<broken'])]] as [$format, $content]) {
            $id = (string) Str::uuid7();
            $this->sendAs($id, $content, $format)->assertStatus(422)->assertJsonPath('reasons.0.code', 'import.unreadable');
            self::assertFileDoesNotExist(storage_path("app/imports/{$id}"));
        }
        self::assertSame(0, self::rows('imports'));
    }

    public function test_a_strangers_database_runs_nothing(): void
    {
        $this->keeper();
        $path = sys_get_temp_dir().'/kennel-hostile-'.bin2hex(random_bytes(4)).'.sqlite';
        $file = new \PDO("sqlite:{$path}");
        $file->exec('CREATE TABLE people (address TEXT, name TEXT, "we""ird; --" TEXT); CREATE VIRTUAL TABLE found USING fts5 (x); CREATE VIEW secrets AS SELECT load_extension(\'/evil\') AS address');
        $file->exec("INSERT INTO people VALUES ('a@reach.example', 'A', 'x')");
        $file = null;
        $id = $this->send((string) file_get_contents($path), 'sqlite');
        unlink($path);
        $tables = array_column((array) $this->ask("/imports/{$id}")->json('tables'), 'columns', 'name');
        self::assertSame(['address', 'name', 'we"ird; --'], $tables['people']);
        self::assertSame([false, false], [isset($tables['secrets']), isset($tables['found'])]);
        $plan = [...(array) $this->ask("/imports/{$id}?table=people")->json('plan'), 'app' => 'gaugebook', 'allows_no_hash' => true];
        $this->knock('POST', "/imports/{$id}/check", ['plan' => [...$plan, 'table' => 'secrets']], [], 'console')->assertStatus(422)->assertJsonPath('reasons.0.code', 'import.table_unknown');
        $links = ['person' => 'address', 'link' => 'secrets', 'link_person' => 'address', 'link_role' => 'address', 'roles' => 'people', 'role' => 'address', 'role_name' => 'name'];
        $this->knock('POST', "/imports/{$id}/preview", ['plan' => [...$plan, 'links' => $links]], [], 'console')->assertStatus(422)->assertJsonPath('reasons.0.code', 'import.table_unknown');
        self::assertSame(1, $this->check($id, $plan)['accepted']);
    }

    public function test_the_command_prints_a_plan_and_imports_by_it(): void
    {
        $file = self::FILES.'/weirboard.sqlite';
        $printed = $this->command('kennel:import', ['file' => $file, '--print-plan' => true]);
        $plan = json_decode($printed, true, flags: JSON_THROW_ON_ERROR);
        self::assertSame(['person', 'rights'], [$plan['table'], $plan['links']['roles']]);
        self::assertSame('discarded', DB::table('imports')->value('state'), 'and imports nothing');
        $plan = $this->with($plan, 'rights.title', static fn (array $column): array => [...$column, 'transforms' => [['do' => 'lower_case'], ['do' => 'words', 'words' => [['boatman', '']], 'otherwise' => 'keep']]]);
        $path = sys_get_temp_dir().'/kennel-plan-'.bin2hex(random_bytes(4)).'.json';
        file_put_contents($path, json_encode($plan, JSON_THROW_ON_ERROR));
        $this->beforeApplicationDestroyed(static fn () => unlink($path));
        $options = ['file' => $file, '--plan' => $path, '--app' => 'gaugebook', '--digest' => 'sha1', '--layout' => 'salt.password'];
        self::assertStringContainsString('120 rows, 120 can be or were imported, 0 refused', $this->command('kennel:import', [...$options, '--dry-run' => true]));
        self::assertStringContainsString('done: 120 rows', $this->command('kennel:import', [...$options, '--reason' => 'The older site closes']));
        self::assertSame(120, DB::table('accounts')->where('came_by', 'import')->count());
        $kernel = $this->app->make(\Illuminate\Contracts\Console\Kernel::class);
        self::assertSame(1, $kernel->call('kennel:import', ['file' => $file, '--plan' => 'nobody kept this', '--app' => 'gaugebook', '--reason' => 'x']), 'a plan that is not there is none');
    }

    public function test_plans_are_kept_by_name_and_say_what_is_wrong_with_them(): void
    {
        $this->keeper();
        $plan = $this->whole(['app' => 'gaugebook', 'columns' => [['from' => 'a', 'to' => 'address', 'transforms' => [], 'leaves_out' => false], ['from' => 'b', 'to' => 'name', 'transforms' => [], 'leaves_out' => false]]]);
        $keep = fn (string $name, array $plan) => $this->knock('POST', '/import-plans', ['name' => $name, 'plan' => $plan], [], 'console');
        $keep('Weirboard', $plan)->assertNoContent();
        $keep('Weirboard', [...$plan, 'proven' => true])->assertNoContent();
        $kept = $this->ask('/import-plans')->assertOk()->json('items');
        self::assertSame([['Weirboard', true]], array_map(static fn (array $one): array => [$one['name'], $one['plan']['proven']], (array) $kept));
        foreach ([
            'import.targets_missing' => ['columns' => []],
            'import.target' => ['columns' => [[...$plan['columns'][0], 'to' => 'password']]],
            'import.target_twice' => ['columns' => [$plan['columns'][0], $plan['columns'][1], $plan['columns'][1]]],
            'import.transform' => ['columns' => [[...$plan['columns'][0], 'transforms' => [['do' => 'eval']]]]],
            'import.plan' => ['existing' => 'replace'],
        ] as $code => $more) {
            self::assertSame($code, $keep('x', [...$plan, ...$more])->assertStatus(422)->json('reasons.0.code'));
        }
        $this->knock('DELETE', "/import-plans/{$kept[0]['id']}", null, [], 'console')->assertNoContent();
        self::assertSame([], $this->ask('/import-plans')->json('items'));
    }

    /**
     * @param  array<string, mixed>  $plan
     * @return array<string, mixed>
     */
    private function whole(array $plan): array
    {
        return [...['app' => '', 'proven' => false, 'must_change' => false, 'digest' => '', 'layout' => 'password', 'allows_no_hash' => false, 'existing' => 'refuse', 'update' => [], 'table' => '', 'links' => null, 'columns' => []], ...$plan];
    }

    /**
     * @param  array<string, mixed>  $plan
     * @return array<string, mixed>
     */
    private function with(array $plan, string $from, \Closure $change): array
    {
        return [...$plan, 'columns' => array_map(static fn (array $column): array => $column['from'] === $from ? $change($column) : $column, $plan['columns'])];
    }

    private function send(string $content, string $format): string
    {
        $id = (string) Str::uuid7();
        $this->sendAs($id, $content, $format)->assertStatus(202)->assertJsonPath('state', 'received');

        return $id;
    }

    private function sendAs(string $id, string $content, string $format): \Illuminate\Testing\TestResponse
    {
        return $this->knock('PUT', "/imports/{$id}?name=older.{$format}", $content, ['Content-Type' => self::TYPES[$format], 'Content-Length' => (string) strlen($content)], 'console');
    }

    /**
     * @param  array<string, mixed>  $plan
     * @return array<string, mixed>
     */
    private function check(string $id, array $plan): array
    {
        $this->knock('POST', "/imports/{$id}/check", ['plan' => $plan], [], 'console')->assertStatus(202);
        $this->work();

        return (array) $this->ask("/imports/{$id}")->assertOk()->json('import');
    }

    /** @return array<string, mixed> */
    private function begin(string $id): array
    {
        $this->knock('POST', "/imports/{$id}/begin", ['reason' => 'The older site closes'], [], 'console')->assertStatus(202);
        $this->work();

        return (array) $this->ask("/imports/{$id}")->assertOk()->json('import');
    }

    /**
     * @param  list<array{string, string}>  $pairs
     * @return list<array{string, string}>
     */
    private function sorted(array $pairs): array
    {
        usort($pairs, static fn (array $one, array $other): int => $one[1] <=> $other[1]);

        return $pairs;
    }

    /** @param  array<string, string>  $parts */
    private static function zip(array $parts): string
    {
        $path = sys_get_temp_dir().'/kennel-zip-'.bin2hex(random_bytes(4));
        $zip = new \ZipArchive;
        $zip->open($path, \ZipArchive::CREATE);
        foreach ($parts as $name => $content) {
            $zip->addFromString($name, $content);
        }
        $zip->close();
        $bytes = (string) file_get_contents($path);
        unlink($path);

        return $bytes;
    }
}
