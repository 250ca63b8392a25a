<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Foundation;

use Carbon\Carbon;
use Illuminate\Cache\Repository;
use Illuminate\Filesystem\Filesystem;
use Kennel\App\Foundation\Throttling\CountingLimiter;
use Kennel\App\Foundation\Throttling\LockingFileStore;
use PHPUnit\Framework\TestCase;

/** Counts in files: none is lost, and none outlives its time. */
final class LockingFileStoreTest extends TestCase
{
    private string $folder;

    private LockingFileStore $store;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir().'/kennel-counts-'.bin2hex(random_bytes(6));
        $this->store = new LockingFileStore(new Filesystem, $this->folder);
        Carbon::setTestNow('2026-05-01T12:00:00Z');
    }

    protected function tearDown(): void
    {
        Carbon::setTestNow();
        exec('rm -rf '.escapeshellarg($this->folder));
    }

    public function test_nothing_is_lost_when_many_count_at_once(): void
    {
        $code = 'require "vendor/autoload.php"; Carbon\Carbon::setTestNow("2026-05-01T12:00:00Z"); $store = new Kennel\App\Foundation\Throttling\LockingFileStore(new Illuminate\Filesystem\Filesystem, $argv[1]); for ($n = 0; $n < 200; $n++) { $store->increment("knocks"); }';
        $this->store->put('knocks', 0, 60);
        $running = array_map(fn () => proc_open([PHP_BINARY, '-r', $code, $this->folder], [], $pipes, dirname(__DIR__, 3)), range(1, 4));
        array_map(static fn ($process) => is_resource($process) ? proc_close($process) : -1, $running);
        self::assertSame(800, (int) $this->store->get('knocks'));
    }

    public function test_nothing_is_lost_when_many_begin_at_once(): void
    {
        $code = 'require "vendor/autoload.php"; Carbon\Carbon::setTestNow("2026-05-01T12:00:00Z"); $limiter = new Kennel\App\Foundation\Throttling\CountingLimiter(new Illuminate\Cache\Repository(new Kennel\App\Foundation\Throttling\LockingFileStore(new Illuminate\Filesystem\Filesystem, $argv[1]))); while (microtime(true) < $argv[2]) { usleep(50); } for ($n = 0; $n < 300; $n++) { $limiter->hit("knocks {$n}", 60); }';
        $start = (string) (microtime(true) + 1);
        $running = array_map(fn () => proc_open([PHP_BINARY, '-r', $code, $this->folder, $start], [], $pipes, dirname(__DIR__, 3)), range(1, 4));
        array_map(static fn ($process) => is_resource($process) ? proc_close($process) : -1, $running);
        $limiter = new CountingLimiter(new Repository($this->store));
        self::assertSame(array_fill(0, 300, 4), array_map(static fn (int $number): int => (int) $limiter->attempts("knocks {$number}"), range(0, 299)));
        self::assertSame(60, $limiter->availableIn('knocks 0'));
        Carbon::setTestNow('2026-05-01T12:01:00Z');
        self::assertSame(1, $limiter->hit('knocks 0', 60), 'and after a minute anew');
    }

    public function test_counting_on_keeps_the_time_and_the_file(): void
    {
        $this->store->put('knocks', 1, 60);
        $file = $this->file();
        $inode = fileinode($file);
        Carbon::setTestNow('2026-05-01T12:00:59Z');
        self::assertSame(3, $this->store->increment('knocks', 2));
        clearstatcache();
        self::assertSame([$file, $inode], [$this->file(), fileinode($file)], 'written over, so that it is never empty');
        self::assertSame(3, $this->store->get('knocks'));
        Carbon::setTestNow('2026-05-01T12:01:00Z');
        self::assertNull($this->store->get('knocks'), 'the minute began with the first');
        self::assertSame(1, $this->store->increment('knocks'));
    }

    public function test_a_count_whose_time_is_over_begins_anew_whatever_it_was(): void
    {
        $this->store->put('knocks', 7, 60);
        foreach (['2026-05-01T12:00:59Z' => 8, '2026-05-01T12:01:00Z' => 1] as $moment => $expected) {
            Carbon::setTestNow($moment);
            self::assertSame($expected, $this->store->increment('knocks'));
        }
    }

    public function test_what_is_shorter_leaves_nothing_of_what_was_longer(): void
    {
        $this->store->put('note', str_repeat('long', 50), 60);
        $this->store->put('note', 'x', 60);
        self::assertSame('x', $this->store->get('note'));
        self::assertStringEndsWith(serialize('x'), (string) file_get_contents($this->file()));
    }

    public function test_a_file_that_a_full_disk_left_empty_is_counted_anew(): void
    {
        $this->store->put('knocks', 7, 60);
        file_put_contents($this->file(), '');
        self::assertSame(1, $this->store->increment('knocks'));
    }

    public function test_only_what_has_expired_is_deleted(): void
    {
        self::assertSame(0, $this->store->deleteExpired(), 'nothing has been counted yet');
        $this->store->put('short', 1, 10);
        $this->store->put('long', 1, 3_600);
        Carbon::setTestNow('2026-05-01T12:00:10Z');
        self::assertSame(0, $this->store->deleteExpired());
        Carbon::setTestNow('2026-05-01T12:00:11Z');
        self::assertSame(1, $this->store->deleteExpired());
        self::assertSame(1, $this->store->get('long'));
        file_put_contents($this->file(), 'gibberish');
        self::assertSame(0, $this->store->deleteExpired(), 'what says no time stays');
    }

    private function file(): string
    {
        $files = (new Filesystem)->allFiles($this->folder);
        self::assertCount(1, $files);

        return $files[0]->getPathname();
    }
}
