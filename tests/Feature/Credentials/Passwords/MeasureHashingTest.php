<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Credentials\Passwords;

use Kennel\App\Credentials\Passwords\CalibrationRun;
use Kennel\App\Credentials\Passwords\Calibrations;
use Kennel\App\Credentials\Passwords\HashTime;
use Kennel\App\Credentials\Passwords\HashTimes;
use Kennel\App\Credentials\Passwords\Machine;
use Kennel\App\Credentials\Passwords\MeasureHashing;
use Kennel\App\Foundation\Queue\Step;
use Kennel\Core\Credentials\Passwords\Argon2idParameters;
use Kennel\Core\Credentials\Passwords\Calibration\Grid;
use Kennel\Tests\Feature\DoorTestCase;

final class MeasureHashingTest extends DoorTestCase
{
    public function test_the_quickest_of_three_counts_and_what_is_slow_is_measured_once(): void
    {
        $waits = [200_000, 2_000, 200_000];
        $done = 0;
        $seconds = MeasureHashing::quickest(static function () use ($waits, &$done): void {
            usleep($waits[$done++] ?? 0);
        });
        self::assertSame(3, $done);
        self::assertGreaterThan(0.0019, $seconds);
        self::assertLessThan(0.19, $seconds);
        self::assertSame(round($seconds, 6), $seconds);

        $done = 0;
        $seconds = MeasureHashing::quickest(static function () use (&$done): void {
            $done++;
            usleep(610_000);
        });
        self::assertSame(1, $done);
        self::assertGreaterThan(0.6, $seconds);
    }

    public function test_more_work_takes_longer(): void
    {
        $measure = new MeasureHashing;
        // Twenty and thirty times as much: the quickest of three is not that much slower on a machine that has other things to do.
        $one = $measure->argon2id(new Argon2idParameters(7_168, 1, 1));
        self::assertGreaterThan($one, $measure->argon2id(new Argon2idParameters(7_168, 20, 1)), 'more passes');
        self::assertGreaterThan($one, $measure->argon2id(new Argon2idParameters(143_360, 1, 1)), 'more memory');
        self::assertGreaterThan($measure->bcrypt(5), $measure->bcrypt(10), 'more rounds');
    }

    public function test_what_is_left_of_a_core_when_all_of_them_hash(): void
    {
        self::assertSame(1.0, MeasureHashing::share(10, 20, 2));
        self::assertSame(0.75, MeasureHashing::share(10, 30, 4));
        self::assertSame(0.667, MeasureHashing::share(3, 4, 2), 'three digits');
        self::assertSame(1.0, MeasureHashing::share(10, 21, 2), 'never more than alone');
        self::assertSame(1.0, MeasureHashing::share(0, 0, 2), 'where nothing could be started nothing is known');
    }

    public function test_hashes_a_second_are_of_all_processes(): void
    {
        $parameters = new Argon2idParameters(7_168, 1, 1);
        $measure = new MeasureHashing(0.4);
        self::assertSame(1.0, $measure->efficiency($parameters, 1), 'nobody is disturbed');
        self::assertSame(0.0, $measure->rate($parameters, 0));
        $alone = 1 / $measure->argon2id($parameters);
        $rate = $measure->rate($parameters, 1);
        self::assertGreaterThan($alone / 50, $rate);
        self::assertLessThan($alone * 10, $rate);
        $share = $measure->efficiency($parameters, 2);
        self::assertGreaterThan(0.05, $share);
        self::assertLessThanOrEqual(1.0, $share);
    }

    public function test_a_run_that_ends_takes_the_place_of_the_machines_older_ones(): void
    {
        $this->app->instance(MeasureHashing::class, new MeasureHashing(0.1));
        $calibrations = $this->app->make(Calibrations::class);
        $run = ['state' => 'done', 'total' => 1, 'cores' => 2, 'memory' => 64, 'points' => [], 'bcrypt' => [], 'started_at' => '2026-04-01T00:00:00.000Z'];
        CalibrationRun::query()->create(['machine' => Machine::here()->id, ...$run]);
        $other = CalibrationRun::query()->create(['machine' => 'another', ...$run])->id;
        $waiting = $calibrations->begin();
        $id = $calibrations->begin();
        self::assertNull(CalibrationRun::query()->find($waiting), 'one at a time');
        $points = array_map(static fn (Argon2idParameters $one): array => ['memory' => $one->memory, 'passes' => $one->passes, 'seconds' => 0.5], Grid::points());
        $bcrypt = array_map(static fn (int $cost): array => ['cost' => $cost, 'seconds' => 0.25], [10, 11, 12, 13]);
        CalibrationRun::query()->findOrFail($id)->update(['state' => 'running', 'machine' => Machine::here()->id, 'points' => $points, 'bcrypt' => $bcrypt]);

        self::assertTrue($calibrations->work($id, Step::begin()));
        self::assertEqualsCanonicalizing([$id, $other], CalibrationRun::query()->pluck('id')->all());
        $done = CalibrationRun::query()->findOrFail($id);
        self::assertSame(['done', count($points) + 5, count($points) + 5, '2026-05-01T12:00:00.000Z'], [$done->state, $done->done, $done->total, $done->finished_at]);
        self::assertGreaterThan(0, $done->efficiency);
        self::assertSame([$id, $other], array_column($calibrations->runs(), 'id'), 'the latest first');
        self::assertTrue($calibrations->work($id, Step::begin()), 'nothing is left to do');
    }

    public function test_a_run_that_was_cancelled_while_it_measured_keeps_nothing_more(): void
    {
        $calibrations = $this->app->make(Calibrations::class);
        $id = $calibrations->begin();
        $calibrations->cancel($id);
        self::assertTrue($calibrations->work($id, Step::begin()));
        self::assertSame(['cancelled', []], [CalibrationRun::query()->findOrFail($id)->state, CalibrationRun::query()->findOrFail($id)->points]);
    }

    public function test_how_long_a_hash_takes_is_known_for_a_week(): void
    {
        $times = $this->app->make(HashTimes::class);
        self::assertNull($times->known('bcrypt 6'));
        $stored = password_hash('x', PASSWORD_BCRYPT, ['cost' => 6]);
        $seconds = $times->measure('bcrypt 6', $stored);
        self::assertGreaterThan(0.0005, $seconds);
        self::assertEqualsWithDelta($seconds, $times->known('bcrypt 6'), 1e-6);
        self::assertNull($times->known('bcrypt 7'), 'of another kind nothing is known');
        $this->clock->move('+7 days');
        self::assertNull($times->known('bcrypt 6'));
        $this->clock->move('-1 second');
        self::assertNotNull($times->known('bcrypt 6'));
        HashTime::query()->update(['seconds' => 9.0]);
        $times->measure('bcrypt 6', $stored);
        self::assertSame(1, HashTime::query()->count());
        self::assertLessThan(1.0, $times->known('bcrypt 6'), 'the newest counts');
        HashTime::query()->update(['machine' => 'another']);
        self::assertNull($times->known('bcrypt 6'), 'nor of another machine');
    }
}
