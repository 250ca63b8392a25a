<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Credentials\Passwords;

use Kennel\Core\Credentials\Passwords\Argon2idParameters;
use Kennel\Core\Credentials\Passwords\Calibration\Calibration;
use Kennel\Core\Credentials\Passwords\Calibration\Grid;
use Kennel\Core\Credentials\Passwords\Calibration\Measured;
use PHPUnit\Framework\TestCase;

final class CalibrationTest extends TestCase
{
    /** Seconds for each KiB and pass: 47104/1 takes 94 ms. */
    private const SPEED = 2e-6;

    public function test_measures_owasps_and_the_rfcs_points(): void
    {
        $points = array_map(static fn (Argon2idParameters $one): string => "{$one->memory}/{$one->passes}", Grid::points());
        foreach ([...array_map(static fn (int $memory, int $passes): string => "{$memory}/{$passes}", Calibration::OWASP, array_keys(Calibration::OWASP)), '65536/3'] as $known) {
            self::assertContains($known, $points);
        }
    }

    public function test_the_line_through_what_was_measured_says_the_rest(): void
    {
        $calibration = $this->machine(self::SPEED, 0.001);
        self::assertEqualsWithDelta(0.001 + 50_000 * 3 * self::SPEED, $calibration->seconds(new Argon2idParameters(50_000, 3, 1)), 1e-4);
        self::assertSame(0.5, (new Calibration([new Measured(new Argon2idParameters(65_536, 3, 1), 0.5)]))->seconds(new Argon2idParameters(65_536, 3, 1)));
        self::assertEqualsWithDelta(1.0, (new Calibration([new Measured(new Argon2idParameters(65_536, 3, 1), 0.5)]))->seconds(new Argon2idParameters(131_072, 3, 1)), 1e-6, 'one point: in proportion');
    }

    public function test_suggests_memory_first_and_passes_with_what_is_left(): void
    {
        $calibration = $this->machine();
        self::assertEquals(new Argon2idParameters(65_536, 3, 1), $calibration->suggest(0.4, 65_536), 'three passes over 64 MiB take 0.39 s');
        self::assertEquals(new Argon2idParameters(100_352, 1, 1), $calibration->suggest(0.202, 1_000_000), 'one pass over what the time allows');
        self::assertEquals(new Argon2idParameters(20_480, 2, 1), $calibration->suggest(0.084, 1_000_000), 'too slow for one pass of OWASP\'s: two over less');
        self::assertEquals(new Argon2idParameters(7_168, 5, 1), $calibration->suggest(0.0731, 8_000), 'no more memory than there is');
        self::assertNull($calibration->suggest(0.05, 1_000_000), 'no time for any of them');
        self::assertNull($calibration->suggest(1.0, 4_000), 'no memory for any of them');
    }

    public function test_what_is_suggested_meets_owasp_and_keeps_the_time(): void
    {
        $calibration = $this->machine();
        for ($target = 0.08; $target < 1.5; $target += 0.017) {
            foreach ([8_000, 20_000, 64_000, 500_000] as $memory) {
                $suggested = $calibration->suggest($target, $memory);
                if ($suggested !== null) {
                    self::assertLessThanOrEqual($target + 1e-9, $calibration->seconds($suggested));
                    self::assertLessThanOrEqual($memory, $suggested->memory);
                    self::assertGreaterThanOrEqual(Calibration::OWASP[min(5, $suggested->passes)], $suggested->memory);
                }
            }
        }
    }

    public function test_what_was_measured_counts_more_than_the_line_through_all(): void
    {
        $points = array_map(static fn (Measured $one): Measured => $one->parameters->memory > 150_000 ? new Measured($one->parameters, 3 * $one->seconds) : $one, $this->machine()->points);
        self::assertNotSame([], $points);
        $calibration = new Calibration($points);
        $suggested = $calibration->suggest(0.3, 262_144);
        self::assertNotNull($suggested);
        self::assertLessThan(160_000, $suggested->memory, 'beyond that this machine falls off a cliff');
        self::assertLessThanOrEqual(0.3, $calibration->seconds($suggested));
    }

    public function test_suggests_the_very_least_of_owasps_when_exactly_that_fits(): void
    {
        $calibration = $this->machine();
        foreach (Calibration::OWASP as $passes => $least) {
            $seconds = $calibration->seconds(new Argon2idParameters($least, $passes, 1));
            $suggested = $calibration->suggest($seconds, $least);
            self::assertNotNull($suggested);
            self::assertSame($least, $suggested->memory, "{$passes} passes");
            self::assertGreaterThanOrEqual($passes, $suggested->passes);
        }
        self::assertEquals(new Argon2idParameters(47_104, 12, 1), $calibration->suggest(60.0, 47_104), 'twelve passes are enough');
        self::assertNull($calibration->suggest(60.0, 7_167));
    }

    public function test_memory_is_suggested_in_whole_mebibytes(): void
    {
        $machine = $this->machine();
        // 100 352 KiB are 98 MiB and take 0.200704 s at one pass; one MiB more takes 0.202752.
        self::assertEquals(new Argon2idParameters(100_352, 1, 1), $machine->suggest(0.200_705, 1_000_000));
        self::assertEquals(new Argon2idParameters(101_376, 1, 1), $machine->suggest(0.202_753, 1_000_000));
        self::assertEquals(new Argon2idParameters(101_376, 1, 1), $machine->suggest(0.204, 1_000_000));
    }

    public function test_a_machine_that_takes_its_time_whatever_is_asked_is_seen_through(): void
    {
        $parameters = new Argon2idParameters(30_000, 6, 1);
        self::assertEqualsWithDelta(0.05 + 180_000 * self::SPEED, $this->machine(self::SPEED, 0.05)->seconds($parameters), 1e-6, 'no such point was measured: by the line');
        $two = static fn (float $one, float $other): Calibration => new Calibration([new Measured(new Argon2idParameters(10_000, 1, 1), $one), new Measured(new Argon2idParameters(20_000, 1, 1), $other)]);
        $same = new Calibration([new Measured(new Argon2idParameters(10_000, 2, 1), 0.2), new Measured(new Argon2idParameters(20_000, 1, 1), 0.2)]);
        self::assertEqualsWithDelta(0.4, $same->seconds(new Argon2idParameters(40_000, 1, 1)), 1e-9, 'twice the same work is one amount');
        self::assertEqualsWithDelta(0.3, $two(0.1, 0.2)->seconds(new Argon2idParameters(30_000, 1, 1)), 1e-9);
        self::assertEqualsWithDelta(0.05, $two(0.1, 0.2)->seconds(new Argon2idParameters(5_000, 1, 1)), 1e-9, 'below all that was measured');
        self::assertEqualsWithDelta(0.15, $two(0.1, 0.2)->seconds(new Argon2idParameters(15_000, 1, 1)), 1e-9, 'between two');
        // Least squares of the relative error through the origin: Σ(work/seconds) / Σ(work/seconds)² a unit of work.
        $through = static fn (float $one, float $other): float => 30_000 * (10_000 / $one + 20_000 / $other) / ((10_000 / $one) ** 2 + (20_000 / $other) ** 2);
        self::assertEqualsWithDelta($through(0.1, 0.3), $two(0.1, 0.3)->seconds(new Argon2idParameters(30_000, 1, 1)), 1e-9, 'a line that begins below nothing is noise');
        self::assertEqualsWithDelta($through(0.2, 0.1), $two(0.2, 0.1)->seconds(new Argon2idParameters(30_000, 1, 1)), 1e-9, 'and so is one that falls');
    }

    public function test_capacity_follows_cores_workers_and_what_they_take_from_each_other(): void
    {
        $calibration = $this->machine();
        $parameters = new Argon2idParameters(50_000, 1, 1);
        self::assertEqualsWithDelta(10, $calibration->perSecond($parameters, 1, 4, 0.7), 0.01, 'one worker has a core to itself');
        self::assertEqualsWithDelta(28, $calibration->perSecond($parameters, 4, 4, 0.7), 0.01);
        self::assertEqualsWithDelta(28, $calibration->perSecond($parameters, 16, 4, 0.7), 0.01, 'more workers than cores wait');
        self::assertEqualsWithDelta(10, $calibration->perSecond($parameters, 8, 1, 1.0), 0.01);
    }

    public function test_what_was_measured_is_said_as_it_was_measured(): void
    {
        $points = [[10_000, 1, 0.1], [20_000, 1, 0.9], [40_000, 1, 1.0], [20_000, 2, 0.5]];
        $calibration = new Calibration(array_map(static fn (array $one): Measured => new Measured(new Argon2idParameters($one[0], $one[1], 1), $one[2]), $points));
        foreach ($points as [$memory, $passes, $seconds]) {
            self::assertEqualsWithDelta($seconds, $calibration->seconds(new Argon2idParameters($memory, $passes, 1)), 1e-9);
        }
        self::assertEqualsWithDelta(0.5, $calibration->seconds(new Argon2idParameters(15_000, 1, 1)), 1e-9, 'on the line between its two neighbours');
        self::assertEqualsWithDelta(0.95, $calibration->seconds(new Argon2idParameters(30_000, 1, 1)), 1e-9);
        self::assertEqualsWithDelta(17.0 / 10, $calibration->perSecond(new Argon2idParameters(40_000, 1, 1), 2, 2, 0.85), 1e-9, 'two cores share as well');
    }

    public function test_nothing_is_measured_that_nobody_would_wait_for(): void
    {
        $points = array_map(static fn (Argon2idParameters $one): string => "{$one->memory}/{$one->passes}/{$one->lanes}", Grid::points());
        self::assertSame(count($points), count(array_unique($points)));
        foreach (['7168/1/1' => true, '65536/5/1' => true, '98304/4/1' => true, '98304/5/1' => false, '131072/3/1' => true, '131072/4/1' => false, '262144/1/1' => true, '262144/2/1' => false, '7168/6/1' => false] as $point => $is) {
            self::assertSame($is, in_array($point, $points, true), $point);
        }
        self::assertSame('7168/1/1', $points[0]);
    }

    private function machine(float $speed = self::SPEED, float $base = 0.0): Calibration
    {
        $points = array_map(static fn (Argon2idParameters $one): Measured => new Measured($one, $base + $speed * $one->memory * $one->passes), Grid::points());
        self::assertNotSame([], $points);

        return new Calibration($points);
    }
}
