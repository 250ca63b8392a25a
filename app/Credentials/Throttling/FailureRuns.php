<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Throttling;

use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Throttling\Throttle;
use Psr\Clock\ClockInterface;

/** Counts failures in a row. A device that is known has a count of its own elsewhere, so that nobody can run up the holder's. */
final readonly class FailureRuns
{
    public function __construct(private ClockInterface $clock)
    {
    }

    public function of(string $key): int
    {
        return (int) FailureRun::query()->where('account_key', self::digest($key))->value('failures');
    }

    /** In one statement, so that many at once are all counted. @return int how many there are now */
    public function add(string $key): int
    {
        $digest = self::digest($key);
        $now = Moment::write($this->clock->now());
        FailureRun::query()->upsert([['account_key' => $digest, 'failures' => 1, 'last_at' => $now]], ['account_key'], ['failures' => FailureRun::query()->raw('failures + 1'), 'last_at' => $now]);

        return (int) FailureRun::query()->where('account_key', $digest)->value('failures');
    }

    public function takeBack(string $key): void
    {
        FailureRun::query()->where('account_key', self::digest($key))->where('failures', '>', 0)->decrement('failures');
    }

    public function clear(string $key): void
    {
        FailureRun::query()->where('account_key', self::digest($key))->delete();
    }

    private static function digest(string $key): string
    {
        return Throttle::digest("run {$key}");
    }
}
