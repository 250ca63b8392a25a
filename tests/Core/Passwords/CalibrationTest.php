<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Passwords;

use Kennel\Core\Passwords\Argon2idParameters;
use Kennel\Core\Passwords\Calibration\Calibration;
use Kennel\Core\Passwords\Calibration\Grid;
use Kennel\Core\Passwords\Calibration\Measured;
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

    public function test_capacity_follows_cores_workers_and_what_they_take_from_each_other(): void
    {
        $calibration = $this->machine();
        $parameters = new Argon2idParameters(50_000, 1, 1);
        self::assertEqualsWithDelta(10, $calibration->perSecond($parameters, 1, 4, 0.7), 0.01, 'one worker has a core to itself');
        self::assertEqualsWithDelta(28, $calibration->perSecond($parameters, 4, 4, 0.7), 0.01);
        self::assertEqualsWithDelta(28, $calibration->perSecond($parameters, 16, 4, 0.7), 0.01, 'more workers than cores wait');
        self::assertEqualsWithDelta(10, $calibration->perSecond($parameters, 8, 1, 1.0), 0.01);
    }

    private function machine(float $speed = self::SPEED, float $base = 0.0): Calibration
    {
        $points = array_map(static fn (Argon2idParameters $one): Measured => new Measured($one, $base + $speed * $one->memory * $one->passes), Grid::points());
        self::assertNotSame([], $points);

        return new Calibration($points);
    }
}
