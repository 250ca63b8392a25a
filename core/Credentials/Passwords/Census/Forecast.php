<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Census;

/**
 * When nearly all hashes will be as today's rule asks, if people go on signing in as they did. Each day about the same share of those
 * who are left comes back, so what is left is fitted by an exponential (least squares over its logarithm).
 */
final readonly class Forecast
{
    /** What counts as nearly all: the last few may never come. */
    public const ENOUGH = 0.95;

    /** With fewer days than this nothing is said. */
    private const FEWEST_DAYS = 3;

    /**
     * @param  'reached'|'expected'|'never'|'unknown'  $state  "never" at the present rate
     * @param  float|null  $share  by how much the share of those left shrinks a day: some come back, and new accounts come in
     */
    private function __construct(public string $state, public ?\DateTimeImmutable $on = null, public ?float $share = null)
    {
    }

    /** @param  array<string, array{current: int, all: int}>  $days  by day, the latest last */
    public static function of(array $days): self
    {
        if ($days === []) {
            return new self('unknown');
        }
        $first = new \DateTimeImmutable(array_key_first($days));
        $last = new \DateTimeImmutable(array_key_last($days));
        $left = array_filter(
            array_map(static fn (array $day): float => $day['all'] === 0 ? 0.0 : 1 - $day['current'] / $day['all'], $days),
            static fn (float $share): bool => $share > 0,
        );
        $now = $days[array_key_last($days)];
        if ($now['all'] === 0 || $now['current'] / $now['all'] >= self::ENOUGH) {
            return new self('reached');
        }
        if (count($left) < self::FEWEST_DAYS) {
            return new self('unknown');
        }
        $points = [];
        foreach ($left as $day => $share) {
            $points[] = [(float) $first->diff(new \DateTimeImmutable($day))->days, log($share)];
        }
        $slope = self::slope($points);
        if ($slope >= -1e-9) {
            return new self('never', share: 0.0);
        }
        $days = (int) ceil(log((1 - self::ENOUGH) / end($left)) / $slope);

        return new self('expected', $last->modify("+{$days} days"), 1 - exp($slope));
    }

    /** @param  non-empty-list<array{float, float}>  $points  of several days */
    private static function slope(array $points): float
    {
        $count = count($points);
        $x = array_sum(array_column($points, 0)) / $count;
        $y = array_sum(array_column($points, 1)) / $count;
        $both = $of = 0.0;
        foreach ($points as [$day, $value]) {
            $both += ($day - $x) * ($value - $y);
            $of += ($day - $x) ** 2;
        }

        return $both / $of;
    }
}
