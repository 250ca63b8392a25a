<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Operations\Checks;

use Illuminate\Contracts\Console\Kernel;
use Illuminate\Support\Facades\DB;
use Kennel\App\Foundation\DataDirectory;
use Kennel\App\Foundation\Keys\KeyFile;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Pulses\Pulses;
use Kennel\App\Foundation\Pulses\Silence;
use Kennel\App\Foundation\SystemEntropy;
use Kennel\App\Operations\Checks\CheckDisk;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Support\SmtpPeer;

final class CheckTest extends DoorTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        chmod($this->data, 0o700);
        chmod("{$this->data}/kennel.sqlite", 0o600);
        (new KeyFile("{$this->data}/app.key"))->make(new SystemEntropy);
        config(['app.url' => 'https://accounts.example', 'kennel.key_in_environment' => false, 'kennel.key_file' => "{$this->data}/app.key", 'app.key' => (new KeyFile("{$this->data}/app.key"))->keys()[0]]);
        $this->beat();
    }

    public function test_a_sound_installation_is_ok_in_every_line(): void
    {
        $peer = SmtpPeer::start();
        config(['kennel.relay' => $peer->dsn(), 'kennel.sender.address' => 'accounts@holm.example']);
        [$status, $lines, $said] = $this->check();
        $peer->stop();

        self::assertSame(0, $status, $said);
        self::assertSame(['configuration', 'key', 'directory', 'schema', 'rules', 'queues', 'queues', 'schedule', 'clock', 'relay', 'hashes', 'disk'], array_column($lines, 'check'));
        self::assertSame([], array_filter($lines, static fn (array $line): bool => $line['grade'] !== 'ok' && $line['code'] !== 'disk.tight'), $said);
    }

    /** @return iterable<string, array{\Closure(self): mixed, string, string}> what is wrong, the finding, its grade */
    public static function faults(): iterable
    {
        yield 'debugging' => [static fn () => config(['app.debug' => true]), 'configuration.debug', 'wrong'];
        yield 'no address' => [static fn () => config(['app.url' => 'accounts']), 'configuration.url_missing', 'wrong'];
        yield 'no TLS' => [static fn () => config(['app.url' => 'http://accounts.example']), 'configuration.url_plain', 'wrong'];
        yield 'an address of this machine' => [static fn () => config(['app.url' => 'http://localhost:8080']), 'configuration.url_local', 'look'];
        yield 'a name of this machine' => [static fn () => config(['app.url' => 'http://kennel.localhost:8080']), 'configuration.url_local', 'look'];
        yield 'a demo' => [static fn () => config(['kennel.demo' => true]), 'configuration.demo', 'look'];
        yield 'the sender that ships' => [static fn () => config(['kennel.relay' => 'smtp://127.0.0.1:1']), 'configuration.sender', 'wrong'];
        yield 'no key' => [static fn () => config(['app.key' => null]), 'key.missing', 'wrong'];
        yield 'half a key' => [static fn () => config(['app.key' => 'base64:aGFsZg==']), 'key.malformed', 'wrong'];
        yield 'a key for everybody' => [static fn (self $test) => chmod("{$test->data}/app.key", 0o644), 'key.open', 'wrong'];
        yield 'a former key' => [static fn () => config(['app.previous_keys' => ['base64:'.base64_encode(random_bytes(32))]]), 'key.former', 'look'];
        yield 'another key' => [static function (self $test): void {
            $test->holder();
            $test->knock('POST', '/recoveries', ['email' => 'tam@post.example'])->assertStatus(202);
            config(['app.key' => 'base64:'.base64_encode(random_bytes(32))]);
        }, 'key.other', 'wrong'];
        yield 'a folder that is gone' => [static fn (self $test) => rmdir("{$test->data}/framework/views"), 'directory.not_writable', 'wrong'];
        yield 'a directory for a group' => [static fn (self $test) => chmod($test->data, 0o750), 'directory.open', 'look'];
        yield 'a database for everybody' => [static fn (self $test) => chmod("{$test->data}/kennel.sqlite", 0o644), 'directory.open', 'look'];
        yield 'a directory for everybody' => [static fn (self $test) => chmod($test->data, 0o755), 'directory.open', 'look'];
        yield 'an older schema' => [static fn () => DB::table('migrations')->orderByDesc('id')->limit(1)->delete(), 'schema.older', 'wrong'];
        yield 'a later schema' => [static fn () => DB::table('migrations')->insert(['migration' => '2099_01_01_000001_later', 'batch' => 9]), 'schema.later', 'wrong'];
        yield 'half a rule book' => [static fn () => config(['rules.sessions' => []]), 'rules.not_whole', 'wrong'];
        yield 'no worker of mail' => [static fn () => DB::table('pulses')->where('name', 'mail')->delete(), 'queues.silent', 'wrong'];
        yield 'a worker that stopped' => [static fn () => DB::table('pulses')->where('name', 'long')->update(['beaten_at' => '2026-05-01T11:49:59.000Z']), 'queues.silent', 'wrong'];
        yield 'a queue that is behind' => [static fn () => DB::table('jobs')->insert(['queue' => 'long', 'payload' => '{}', 'attempts' => 0, 'available_at' => strtotime('2026-05-01T11:48:00Z'), 'created_at' => 0]), 'queues.behind', 'look'];
        yield 'a job that failed' => [static fn () => DB::table('failed_jobs')->insert(['uuid' => 'one', 'connection' => 'long', 'queue' => 'long', 'payload' => '{}', 'exception' => '', 'failed_at' => '2026-05-01 11:00:00']), 'queues.failed', 'look'];
        yield 'no schedule' => [static fn () => DB::table('pulses')->where('name', 'schedule')->delete(), 'schedule.silent', 'wrong'];
        yield 'a clock that went back' => [static function (self $test): void {
            $test->keeper();
            $test->clock->move('-1 minute');
            $test->beat();
        }, 'clock.behind', 'wrong'];
        yield 'the stand-in' => [static fn () => null, 'relay.stand_in', 'look'];
        yield 'a relay that is away' => [static fn () => config(['kennel.relay' => 'smtp://127.0.0.1:1']), 'relay.unreachable', 'wrong'];
        yield 'a hash nobody knows' => [static function (self $test): void {
            $test->holder();
            DB::table('accounts')->update(['password_hash' => '$0$what', 'hash_kind' => 'unknown']);
        }, 'hashes.stranded', 'wrong'];
        yield 'no database' => [static function (self $test): void {
            DB::purge();
            unlink("{$test->data}/kennel.sqlite");
        }, 'schema.unreachable', 'wrong'];
    }

    #[\PHPUnit\Framework\Attributes\DataProvider('faults')]
    public function test_each_fault_is_found_and_says_what_to_do(\Closure $break, string $code, string $grade): void
    {
        $break($this);
        [$status, $lines, $said] = $this->check();
        $found = array_values(array_filter($lines, static fn (array $line): bool => $line['code'] === $code));

        self::assertNotSame([], $found, $said);
        self::assertSame($grade, $found[0]['grade']);
        self::assertNotSame('', $found[0]['todo'], 'what to do is said');
        self::assertDoesNotMatchRegularExpression('/(^|\s):[a-z]/', "{$found[0]['what']} {$found[0]['todo']}", 'every figure is filled in');
        if ($grade === 'wrong') {
            self::assertSame(1, $status);
        }
    }

    public function test_a_load_balancer_hears_up_or_down_and_a_stranger_no_more(): void
    {
        $this->knock('GET', '/health')->assertOk()->assertExactJson(['status' => 'up']);
        DB::table('pulses')->delete();
        $this->knock('GET', '/health')->assertOk()->assertExactJson(['status' => 'up']);
        foreach ([
            static fn () => DB::table('migrations')->orderByDesc('id')->limit(1)->delete(),
            fn () => rmdir("{$this->data}/framework/views"),
            static fn () => config(['rules.sessions' => []]),
        ] as $break) {
            $break();
            $this->knock('GET', '/health')->assertStatus(503)->assertExactJson(['status' => 'down']);
            DB::table('migrations')->insertOrIgnore(['migration' => '2026_11_25_000002_let_accounts_come_by_installation', 'batch' => 1]);
            is_dir("{$this->data}/framework/views") || mkdir("{$this->data}/framework/views");
            config(['rules' => require __DIR__.'/../../../../config/rules.php']);
        }
        DB::disconnect();
        unlink("{$this->data}/kennel.sqlite");
        $this->knock('GET', '/health')->assertStatus(503)->assertExactJson(['status' => 'down']);
    }

    public function test_a_stranger_who_asks_again_and_again_does_not_fill_the_log(): void
    {
        config(['rules.sessions' => []]);
        for ($n = 0; $n < 20; $n++) {
            $this->knock('GET', '/health')->assertStatus(503);
        }
        self::assertSame(1, substr_count((string) file_get_contents("{$this->data}/logs/kennel.log"), 'Health: down.'));
        $this->travel(61)->seconds();
        $this->knock('GET', '/health');
        self::assertSame(2, substr_count((string) file_get_contents("{$this->data}/logs/kennel.log"), 'Health: down.'));
    }

    public function test_what_stopped_needs_somebody(): void
    {
        $this->keeper();
        self::assertNotContains('workers.silent', array_column((array) $this->ask('/overview')->json('needs'), 'code'));
        $this->clock->move('+4 minutes');
        self::assertSame(['code' => 'workers.silent', 'count' => 2, 'said' => null], $this->ask('/overview')->json('needs.0'));
    }

    public function test_a_worker_that_was_never_started_is_missed_once_something_waits_for_it(): void
    {
        DB::table('pulses')->delete();
        $this->keeper();
        self::assertNotContains('workers.silent', array_column((array) $this->ask('/overview')->json('needs'), 'code'), 'nothing waits');
        DB::table('jobs')->insert(['queue' => 'mail', 'payload' => '{}', 'attempts' => 0, 'available_at' => strtotime('2026-05-01T11:54:59Z'), 'created_at' => 0]);
        self::assertSame(['code' => 'workers.silent', 'count' => 1, 'said' => null], $this->ask('/overview')->json('needs.0'));
    }

    public function test_room_is_left_for_a_copy_of_the_database_and_a_gibibyte(): void
    {
        $mebibyte = 1_048_576;
        $code = static fn (int $free, int $held): string => CheckDisk::judge($free, $held)->code;
        self::assertSame(['disk.full', 'disk.tight'], [$code(200 * $mebibyte - 1, 0), $code(200 * $mebibyte, 0)]);
        self::assertSame(['disk.tight', 'disk.fine'], [$code(1_024 * $mebibyte - 1, 0), $code(1_024 * $mebibyte, 0)]);
        self::assertSame(['disk.tight', 'disk.fine'], [$code(3_024 * $mebibyte - 1, 2_000 * $mebibyte), $code(3_024 * $mebibyte, 2_000 * $mebibyte)]);
        self::assertSame(['free' => 5_000, 'held' => 7], CheckDisk::judge(5_001 * $mebibyte - 1, 8 * $mebibyte - 1)->parameters);
        $line = array_values(array_filter($this->check()[1], static fn (array $line): bool => $line['check'] === 'disk'));
        self::assertStringContainsString((string) intdiv((int) filesize("{$this->data}/kennel.sqlite"), $mebibyte), $line[0]['what']);
    }

    public function test_former_keys_are_counted(): void
    {
        config(['app.previous_keys' => array_map(static fn (): string => 'base64:'.base64_encode(random_bytes(32)), range(1, 3))]);
        $found = array_values(array_filter($this->check()[1], static fn (array $line): bool => $line['code'] === 'key.former'));
        self::assertStringContainsString('3', $found[0]['what']);
    }

    public function test_each_may_be_silent_for_so_long_and_no_longer(): void
    {
        $silence = $this->app->make(Silence::class);
        foreach (['mail' => 180, 'long' => 600, 'schedule' => 180] as $name => $seconds) {
            $this->beat();
            $this->clock->move("+{$seconds} seconds");
            self::assertFalse($silence->hasFallen($name), $name);
            $this->clock->move('+1 second');
            self::assertTrue($silence->hasFallen($name), $name);
        }
        DB::table('pulses')->delete();
        $now = $this->clock->now()->getTimestamp();
        DB::table('jobs')->insert(['queue' => 'mail', 'payload' => '{}', 'attempts' => 0, 'available_at' => $now - 300, 'created_at' => 0]);
        self::assertSame([], $silence->fallen(), 'five minutes it may wait for a worker nobody has seen');
        DB::table('jobs')->update(['available_at' => $now - 301]);
        self::assertSame(['mail'], $silence->fallen());
    }

    public function test_what_is_missing_of_the_directory_is_made_for_its_user_alone(): void
    {
        $umask = umask();
        $directory = $this->app->make(DataDirectory::class);
        self::assertFalse($directory->make(), 'all is there');
        rmdir("{$this->data}/framework/views");
        exec('rm -rf '.escapeshellarg("{$this->data}/logs"));
        self::assertSame(["{$this->data}/framework/views", "{$this->data}/logs"], $directory->notWritable());
        self::assertTrue($directory->make());
        self::assertSame([0o700, 0o700, []], [fileperms("{$this->data}/framework/views") & 0o777, fileperms("{$this->data}/logs") & 0o777, $this->app->make(DataDirectory::class)->notWritable()]);
        self::assertFalse($directory->makeDatabase(), 'one that is there stays');
        config(['database.connections.sqlite.database' => "{$this->data}/new.sqlite"]);
        self::assertTrue($directory->makeDatabase());
        self::assertSame($umask, umask());
        self::assertSame(['wal', 0o600], [(new \PDO("sqlite:{$this->data}/new.sqlite"))->query('PRAGMA journal_mode')->fetchColumn(), fileperms("{$this->data}/new.sqlite") & 0o777]);
        rmdir("{$this->data}/framework/views");
        file_put_contents("{$this->data}/framework/views", 'in the way');
        $this->expectExceptionMessage("{$this->data}/framework/views cannot be made.");
        $directory->make();
    }

    public function test_a_worker_and_the_schedule_say_that_they_work(): void
    {
        DB::table('pulses')->delete();
        $this->clock->move('+1 hour');
        $this->work('mail');
        $this->command('schedule:test', ['--name' => 'pulse']);
        self::assertSame(['mail' => Moment::write($this->clock->now()), 'schedule' => Moment::write($this->clock->now())], DB::table('pulses')->orderBy('name')->pluck('beaten_at', 'name')->all());
    }

    /** The framework keeps a schedule only where one of its providers is registered, and is silent where it is not. */
    public function test_what_is_due_is_on_the_schedule(): void
    {
        $said = $this->command('schedule:list');
        foreach (['* * * * *', 'kennel:purge', 'kennel:census', 'kennel:ask-relay'] as $due) {
            self::assertStringContainsString($due, (string) preg_replace('/ {2,}/', ' ', $said));
        }
    }

    private function beat(): void
    {
        DB::table('pulses')->delete();
        DB::table('pulses')->insert(array_map(fn (string $name): array => ['name' => $name, 'beaten_at' => Moment::write($this->clock->now())], [Pulses::MAIL, Pulses::LONG, Pulses::SCHEDULE]));
    }

    /** @return array{int, list<array{check: string, grade: string, code: string, what: string, todo: string}>, string} */
    private function check(): array
    {
        $this->app->forgetScopedInstances();
        $kernel = $this->app->make(Kernel::class);
        $status = $kernel->call('kennel:check', ['--json' => true]);
        $said = $kernel->output();
        self::assertSame($status, $kernel->call('kennel:check'), 'the same in words');

        return [$status, array_map(static fn (string $line): array => (array) json_decode($line, true, flags: JSON_THROW_ON_ERROR), explode("\n", trim($said))), $said];
    }
}
