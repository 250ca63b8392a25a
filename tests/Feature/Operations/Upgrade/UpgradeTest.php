<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Operations\Upgrade;

use Illuminate\Foundation\Application;
use Illuminate\Support\Facades\DB;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\App\Messaging\Mail\Composition;
use Kennel\App\Messaging\Mail\Message;
use Kennel\App\Policy\Rules\Drafts;
use Kennel\Core\Policy\Rules\RuleBook;
use Kennel\Core\Policy\Rules\RuleDiff;
use Kennel\Core\Policy\Rules\Upgrades\UpgradeBook;
use Kennel\Demo\DemoKeeper;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Feature\Trail;
use Kennel\Tests\Support\Classes;
use PHPUnit\Framework\Attributes\DataProvider;

/** Each release's database and rule book, brought up to today. `freeze.php` beside this writes one down. */
final class UpgradeTest extends DoorTestCase
{
    private const RELEASES = __DIR__.'/releases';

    public function createApplication(): Application
    {
        $app = parent::createApplication();
        // As it ships: what is in force is in each release's database.
        config(['rules' => require __DIR__.'/../../../../config/rules.php']);

        return $app;
    }

    /** @return iterable<string, array{string}> */
    public static function releases(): iterable
    {
        foreach (glob(self::RELEASES.'/*') ?: [] as $folder) {
            yield 'release '.basename($folder) => [$folder];
        }
    }

    #[DataProvider('releases')]
    public function test_a_database_is_migrated_read_signed_in_to_listed_and_published_in(string $folder): void
    {
        $this->load($folder);
        $before = $this->rowCounts();
        $this->command('migrate', ['--force' => true]);

        self::assertSame($before, array_intersect_key($this->rowCounts(), $before), 'not a row is lost or added');
        self::assertSame($this->schemaOfToday(), $this->schema(), 'a database that was upgraded has the schema of one that is new');

        $this->clock->move('2026-05-01T12:30:00Z');
        $this->knock('POST', '/sessions', ['email' => DemoKeeper::EMAIL, 'password' => DemoKeeper::PASSWORD, 'keep' => false], surface: 'console')->assertCreated();
        $this->ask('/overview')->assertOk();
        self::assertGreaterThanOrEqual(10, count((array) $this->ask('/accounts')->assertOk()->json('items')));
        self::assertSame(['Maren Thistlewood'], array_column((array) $this->ask('/accounts?q=maren')->assertOk()->json('items'), 'name'));
        foreach (['/roles', '/apps', '/messages', '/sessions', '/audit-events', '/rules', '/rules/revisions', '/rules/cases', '/fields', '/passwords/census'] as $list) {
            $this->ask($list)->assertOk();
        }
        $message = Message::query()->firstOrFail();
        self::assertStringContainsString('#t=', $this->app->make(Composition::class)->open($message->sealed)['text'], 'what was sealed can be opened');

        $this->publishOnce();
    }

    #[DataProvider('releases')]
    public function test_the_trail_of_before_is_sealed_and_still_read(string $folder): void
    {
        $this->load($folder);
        $named = DB::table('audit_events')->whereNotNull('account_name')->orderBy('seq')->pluck('account_name')->all();
        self::assertNotEmpty($named);
        $changes = DB::table('audit_events')->orderBy('seq')->pluck('changes')->map(static fn ($json): mixed => json_decode((string) $json, true))->all();
        $this->command('migrate', ['--force' => true]);
        $after = Trail::of();
        self::assertSame($named, array_values(array_filter(array_column($after, 'account_name'))));
        self::assertSame($changes, array_map(static fn (array $event): mixed => json_decode($event['changes'], true), $after));
        self::assertSame([], array_filter($named, static fn (string $name): bool => str_contains(json_encode(DB::table('audit_events')->get(), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE), $name)));
        $this->expectException(\Illuminate\Database\QueryException::class);
        DB::table('audit_events')->delete();
    }

    #[DataProvider('releases')]
    public function test_every_row_can_be_read_as_what_it_is(string $folder): void
    {
        $this->load($folder);
        $this->command('migrate', ['--force' => true]);
        $read = 0;
        foreach (Classes::records() as $record) {
            foreach ($record::query()->get() as $row) {
                $row->toArray();
                $read++;
            }
        }

        self::assertGreaterThan(100, $read);
    }

    #[DataProvider('releases')]
    public function test_a_rule_book_is_led_to_todays_format_wherever_it_is_read(string $folder): void
    {
        $this->load($folder);
        $this->command('migrate', ['--force' => true]);
        $file = json_decode((string) file_get_contents("{$folder}/rules.json"), true, flags: JSON_THROW_ON_ERROR);
        $today = UpgradeBook::ofToday()($file);
        RuleBook::fromArray($today);

        self::assertSame($today, $this->app->make(RulesInForce::class)->document());
        $draft = $this->app->make(Drafts::class)->current();
        self::assertTrue($draft->exists());
        RuleBook::fromArray($draft->document);
        self::assertSame(['password.minimum'], array_keys(RuleDiff::between($today, $draft->document)));
        $said = $this->command('kennel:rules', ['act' => 'diff', 'file' => "{$folder}/rules.json"]);
        foreach (array_keys(RuleDiff::between($file, $today)) as $path) {
            self::assertStringContainsString($path, $said, 'what came and what went is named');
        }
    }

    /** A released migration is never edited: whoever has it would not get the change. */
    #[DataProvider('releases')]
    public function test_the_migrations_of_a_release_are_as_they_were(string $folder): void
    {
        foreach (file("{$folder}/migrations.sha256", FILE_IGNORE_NEW_LINES) ?: [] as $line) {
            [$digest, $file] = explode('  ', $line);
            self::assertSame($digest, hash_file('sha256', __DIR__."/../../../../database/migrations/{$file}"), "{$file} was released; make a new migration");
        }
    }

    private function publishOnce(): void
    {
        $draft = $this->ask('/rules/draft')->assertOk();
        self::assertContains('format', array_column((array) $draft->json('changes'), 'path'), 'the draft says what the format brought');
        $document = (array) $draft->json('document');
        $document['password']['minimum'] = 15;
        $saved = $this->knock('PUT', '/rules/draft', ['document' => $document], ['If-Match' => (string) $draft->headers->get('ETag')], 'console')->assertOk();
        $reviewed = $this->knock('POST', '/rules/draft/review', headers: ['If-Match' => (string) $saved->headers->get('ETag')], surface: 'console')->assertOk();
        $this->knock('POST', '/rules/draft/publish', ['reason' => 'After the upgrade', 'overrule' => 'Not what is tried here'], ['If-Match' => (string) $reviewed->headers->get('ETag')], 'console')->assertCreated();
        $this->app->forgetScopedInstances();

        self::assertSame(15, RuleBook::fromArray($this->app->make(RulesInForce::class)->document())->password->minimum);
        $trail = (string) DB::table('audit_events')->where('event', 'rules.published')->orderByDesc('seq')->value('changes');
        self::assertStringContainsString('format 11', $trail, 'and so does the trail');
    }

    private function load(string $folder): void
    {
        DB::disconnect();
        file_put_contents("{$this->data}/kennel.sqlite", '');
        // A connection of its own does not look at foreign keys while rows arrive table by table.
        (new \PDO("sqlite:{$this->data}/kennel.sqlite", options: [\PDO::ATTR_ERRMODE => \PDO::ERRMODE_EXCEPTION]))->exec((string) file_get_contents("{$folder}/database.sql"));
        DB::reconnect();
    }

    /** @return array<string, int> */
    private function rowCounts(): array
    {
        $counts = [];
        foreach ($this->schema() as $name => $sql) {
            if (str_starts_with($sql, 'CREATE TABLE') && $name !== 'migrations') {
                $counts[$name] = DB::table($name)->count();
            }
        }

        return $counts;
    }

    /** @return array<string, string> statement by name */
    private function schema(): array
    {
        return DB::table('sqlite_master')->whereNotNull('sql')->where('name', 'not like', 'sqlite_%')->where('name', 'not like', 'accounts_search_%')->orderBy('name')->pluck('sql', 'name')->all();
    }

    /** @return array<string, string> */
    private function schemaOfToday(): array
    {
        $path = (string) config('database.connections.sqlite.database');
        config(['database.connections.sqlite.database' => "{$this->data}/new.sqlite"]);
        touch("{$this->data}/new.sqlite");
        DB::purge();
        $this->command('migrate', ['--force' => true]);
        $schema = $this->schema();
        config(['database.connections.sqlite.database' => $path]);
        DB::purge();

        return $schema;
    }
}
