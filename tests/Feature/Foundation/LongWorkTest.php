<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Foundation;

use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;
use Kennel\App\Administration\Imports\WorkThroughImport;
use Kennel\App\Credentials\Passwords\Calibrations;
use Kennel\App\Credentials\Passwords\Wrapping;
use Kennel\App\Foundation\Queue\ContinueRun;
use Kennel\App\Foundation\Queue\LongRun;
use Kennel\App\Messaging\Mail\DeliverMessage;
use Kennel\App\Policy\Impact\ImpactRuns;
use Kennel\Tests\Feature\DoorTestCase;
use PHPUnit\Framework\Attributes\DataProvider;

/** Hours of work: in steps that cannot overlap, in a queue of their own, and never "running" once they are given up. */
final class LongWorkTest extends DoorTestCase
{
    private const ID = '01890a5d-ac96-774b-bcce-b302099a8057';

    /**
     * @param  class-string<LongRun>  $job
     * @param  array<string, mixed>  $row
     */
    #[DataProvider('jobs')]
    public function test_what_is_given_up_says_so(string $job, string $table, string $state, array $row): void
    {
        DB::table($table)->insert(['id' => self::ID, 'state' => $state, 'started_at' => '2026-05-01T12:00:00.000Z'] + $row);
        $work = new ContinueRun($job, self::ID);
        $work->failed();
        self::assertSame('failed', DB::table($table)->value('state'));
        self::assertSame(['long', 'long'], [$work->connection, $work->queue]);
        self::assertLessThan((int) config('queue.connections.long.retry_after'), $work->timeout);
        self::assertSame(3, $work->maxExceptions);
        // What ended is not failed by a job that comes too late.
        DB::table($table)->update(['state' => 'done']);
        $work->failed();
        self::assertSame('done', DB::table($table)->value('state'));
    }

    /**
     * @param  class-string<LongRun>  $job
     * @param  array<string, mixed>  $row
     */
    #[DataProvider('jobs')]
    public function test_two_of_one_run_never_work_at_once(string $job, string $table, string $state, array $row): void
    {
        DB::table($table)->insert(['id' => self::ID, 'state' => $state, 'started_at' => '2026-05-01T12:00:00.000Z'] + $row);
        ContinueRun::dispatch($job, self::ID);
        $lock = Cache::lock('laravel-queue-overlap:'.ContinueRun::class.':'.self::ID, 60);
        self::assertTrue($lock->get());
        $this->work();
        self::assertSame($state, DB::table($table)->value('state'), 'another worker has it');
        self::assertSame(1, self::rows('jobs'), 'and this one comes back');
        $lock->release();
    }

    /** @return array<string, array{class-string<LongRun>, string, string, array<string, mixed>}> */
    public static function jobs(): array
    {
        return [
            'wrapping' => [Wrapping::class, 'wrap_runs', 'queued', ['total' => 1, 'kinds' => '[]']],
            'calibration' => [Calibrations::class, 'calibrations', 'queued', ['machine' => '', 'total' => 1, 'cores' => 1, 'memory' => 1, 'points' => '[]', 'bcrypt' => '[]']],
            'impact' => [ImpactRuns::class, 'impact_runs', 'queued', ['draft_version' => 0, 'counts' => '[]']],
            'import' => [WorkThroughImport::class, 'imports', 'checking', ['name' => 'x', 'format' => 'csv', 'app_key' => 'gaugebook', 'proven' => 1, 'must_change' => 0, 'digest' => '', 'layout' => 'password', 'bytes' => 0, 'ignored' => '[]', 'begun_by_kind' => 'kennel', 'begun_by' => 'Kennel']],
        ];
    }

    public function test_what_one_step_leaves_is_the_next_jobs(): void
    {
        $hash = '$digest$md5$password$$'.md5('x');
        $holder = [...$this->holder()->getAttributes(), 'seq' => null, 'password_hash' => $hash, 'hash_kind' => 'bare digest md5 password'];
        for ($index = 0; $index < 25; $index++) {
            DB::table('accounts')->insert([...$holder, 'id' => (string) \Illuminate\Support\Str::uuid7(), 'email' => "w{$index}@post.example", 'lookup_key' => "w{$index}@post.example"]);
        }
        DB::table('wrap_runs')->insert(['id' => self::ID, 'state' => 'queued', 'total' => 25, 'kinds' => '["bare digest md5 password"]', 'started_at' => '2026-05-01T12:00:00.000Z']);
        $calibration = $this->app->make(\Kennel\App\Credentials\Passwords\Calibrations::class)->begin();
        DB::table('jobs')->delete();
        config(['queue.connections.long.retry_after' => 0]);
        $this->app->call([new ContinueRun(Wrapping::class, self::ID), 'handle']);
        self::assertSame([1, 20], [self::rows('jobs'), DB::table('accounts')->where('hash_kind', 'like', 'wrapped%')->count()]);
        $this->app->call([new ContinueRun(Wrapping::class, self::ID), 'handle']);
        self::assertSame([2, 25], [self::rows('jobs'), DB::table('accounts')->where('hash_kind', 'like', 'wrapped%')->count()]);
        $this->app->call([new ContinueRun(Wrapping::class, self::ID), 'handle']);
        self::assertSame([2, 'done', 25], [self::rows('jobs'), DB::table('wrap_runs')->value('state'), (int) DB::table('wrap_runs')->value('done')], 'nothing is left, and no job either');
        $this->app->call([new ContinueRun(Calibrations::class, $calibration), 'handle']);
        self::assertSame([3, 1], [self::rows('jobs'), (int) DB::table('calibrations')->value('done')]);
    }

    public function test_mail_and_long_work_wait_in_queues_of_their_own(): void
    {
        self::assertNotSame((new DeliverMessage('x'))->queue, (new ContinueRun(Wrapping::class, 'x'))->queue);
        ContinueRun::dispatch(Wrapping::class, self::ID);
        $this->knock('POST', '/signups', ['app' => 'gaugebook', 'name' => 'Tam', 'email' => 'tam@post.example', 'password' => self::PASSWORD]);
        $this->work('mail');
        self::assertSame(['held', 'long'], [DB::table('messages')->value('state'), DB::table('jobs')->value('queue')], 'mail went, and the long work is still there');
    }

    public function test_a_calibration_goes_on_with_the_next_point(): void
    {
        $calibrations = $this->app->make(\Kennel\App\Credentials\Passwords\Calibrations::class);
        $id = $calibrations->begin();
        config(['queue.connections.long.retry_after' => 0]);
        self::assertFalse($calibrations->work($id, \Kennel\App\Foundation\Queue\Step::begin()));
        self::assertFalse($calibrations->work($id, \Kennel\App\Foundation\Queue\Step::begin()));
        $points = json_decode((string) DB::table('calibrations')->value('points'), true);
        self::assertSame([2, [[7_168, 1], [7_168, 2]]], [(int) DB::table('calibrations')->value('done'), array_map(static fn (array $point): array => [$point['memory'], $point['passes']], $points)]);
    }

    public function test_an_import_of_nothing_is_not_resumed_and_a_failed_one_is(): void
    {
        $kernel = $this->app->make(\Illuminate\Contracts\Console\Kernel::class);
        foreach (['nothing', self::ID] as $id) {
            self::assertSame(1, $kernel->call('kennel:import', ['--resume' => $id]));
            self::assertStringContainsString('There is no such import', $kernel->output());
        }
        $file = (string) tempnam(sys_get_temp_dir(), 'rows').'.csv';
        file_put_contents($file, "address,name,hash\ntam@reach.example,Tam,".password_hash('x', PASSWORD_BCRYPT, ['cost' => 4])."\n");
        $imports = $this->app->make(\Kennel\App\Administration\Imports\Imports::class);
        $content = fopen($file, 'rb');
        $imports->receivePlain(self::ID, $content === false ? throw new \RuntimeException : $content, 'rows.csv', \Kennel\App\Administration\Imports\ImportFormat::Csv, ['app' => 'gaugebook', 'proven' => true, 'must_change' => false, 'digest' => '', 'layout' => 'password'], \Kennel\App\Foundation\Identity\Actor::kennel());
        $imports->fail(self::ID);
        self::assertSame('failed', DB::table('imports')->value('state'));
        self::assertSame(0, $kernel->call('kennel:import', ['--resume' => self::ID]), $kernel->output());
        self::assertSame('checked', DB::table('imports')->value('state'));
        unlink($file);
    }

    public function test_a_hash_that_would_hold_every_refusal_back_is_not_imported(): void
    {
        DB::table('hash_times')->insert(['machine' => \Kennel\App\Credentials\Passwords\Machine::here()->id, 'kind' => 'bcrypt 14', 'seconds' => 2.6, 'measured_at' => '2026-05-01T11:00:00.000Z']);
        $bounds = $this->app->make(\Kennel\App\Administration\Imports\ImportBounds::class);
        $row = new \Kennel\Core\Administration\Imports\ImportedAccount(\Kennel\Core\Foundation\Text\EmailAddress::parse('tam@reach.example'), \Kennel\Core\Directory\Accounts\PersonName::parse('Tam'), '$2y$14$'.str_repeat('a', 53), 'bcrypt 14', \Kennel\Core\Directory\Accounts\Status::Active, 'gaugebook', null, false, new \DateTimeImmutable);
        $refused = $bounds->judge($row);
        self::assertIsArray($refused);
        self::assertSame(['import.too_slow', '2.6'], [$refused[0]->code, $refused[0]->parameters['seconds']]);
        DB::table('hash_times')->update(['seconds' => 1.9]);
        self::assertSame($row, $this->app->make(\Kennel\App\Administration\Imports\ImportBounds::class)->judge($row));
    }
}
