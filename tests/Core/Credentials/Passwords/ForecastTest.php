<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Credentials\Passwords;

use Kennel\Core\Credentials\Passwords\Census\Forecast;
use PHPUnit\Framework\TestCase;

final class ForecastTest extends TestCase
{
    public function test_extends_the_trend_until_nearly_all_are_current(): void
    {
        $forecast = Forecast::of($this->days(30, static fn (int $day): float => 0.4 * 0.97 ** $day));
        self::assertSame('expected', $forecast->state);
        self::assertEqualsWithDelta(0.03, (float) $forecast->share, 0.0005);
        // 0.4 · 0.97^d = 0.05 at d = 68.3, counted from the first day.
        self::assertEqualsWithDelta(0, (int) $forecast->on?->diff(new \DateTimeImmutable('2026-04-01 +69 days'))->days, 1);
    }

    public function test_says_when_there_is_nothing_to_say(): void
    {
        self::assertSame('unknown', Forecast::of([])->state);
        self::assertSame('unknown', Forecast::of($this->days(2, static fn (int $day): float => 0.4 - $day / 10))->state);
        self::assertSame('never', Forecast::of($this->days(30, static fn (): float => 0.4))->state, 'nobody comes back');
        self::assertSame('never', Forecast::of($this->days(30, static fn (int $day): float => 0.2 + $day / 200))->state, 'older ones are still added');
        self::assertSame('reached', Forecast::of($this->days(30, static fn (): float => 0.05))->state);
        self::assertSame('reached', Forecast::of(['2026-04-01' => ['current' => 0, 'all' => 0]])->state);
    }

    public function test_three_days_are_enough_and_so_are_95_of_a_hundred(): void
    {
        $of = static fn (array $current, int $all = 1_000): Forecast => Forecast::of(array_combine(array_slice(['2026-04-01', '2026-04-02', '2026-04-03', '2026-04-04'], 0, count($current)), array_map(static fn (int $one): array => ['current' => $one, 'all' => $all], $current)));
        self::assertSame(['unknown', 'expected'], [$of([500, 550])->state, $of([500, 550, 600])->state]);
        self::assertSame(['expected', 'reached'], [$of([930, 940, 949])->state, $of([930, 940, 950])->state]);
        self::assertSame('unknown', $of([1_000, 1_000, 900, 940])->state, 'days on which none were left say nothing of a trend');
        // Left: 500, 250, 125 of a thousand, half of it a day; 50 are reached after log2(125 / 50) = 1.32 days more.
        $halving = $of([500, 750, 875]);
        self::assertSame(['expected', '2026-04-05', 0.5], [$halving->state, $halving->on?->format('Y-m-d'), round((float) $halving->share, 9)]);
        $never = $of([500, 500, 500]);
        self::assertSame(['never', 0.0, null], [$never->state, $never->share, $never->on]);
    }

    public function test_one_bad_day_changes_little(): void
    {
        $steady = Forecast::of($this->days(30, static fn (int $day): float => 0.5 * 0.98 ** $day));
        $bumpy = Forecast::of($this->days(30, static fn (int $day): float => 0.5 * 0.98 ** $day * ($day % 7 === 3 ? 1.02 : 1.0)));
        self::assertLessThan(8, (int) $steady->on?->diff($bumpy->on ?? new \DateTimeImmutable)->days);
    }

    /**
     * @param  \Closure(int): float  $left
     * @return array<string, array{current: int, all: int}>
     */
    private function days(int $count, \Closure $left): array
    {
        $days = [];
        for ($day = 0; $day < $count; $day++) {
            $days[(new \DateTimeImmutable("2026-04-01 +{$day} days"))->format('Y-m-d')] = ['current' => (int) round(100_000 * (1 - $left($day))), 'all' => 100_000];
        }

        return $days;
    }
}
