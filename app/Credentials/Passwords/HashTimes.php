<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Passwords;

use Kennel\App\Foundation\Moment;
use Kennel\Core\Credentials\Passwords\PasswordHasher;
use Kennel\Core\Credentials\Passwords\PreparedPassword;
use Kennel\Core\Foundation\Secrets\Secret;
use Psr\Clock\ClockInterface;

/** How long verifying a hash of a kind takes on this machine, kept for a week: the machine may have been busy. */
final readonly class HashTimes
{
    private const TIMES = 5;

    private const GOOD_FOR = '-7 days';

    public function __construct(private PasswordHasher $hasher, private ClockInterface $clock)
    {
    }

    /** @return float|null seconds; null when it was not measured lately */
    public function known(string $kind): ?float
    {
        $seconds = HashTime::query()->where('machine', Machine::here()->id)->where('kind', $kind)
            ->where('measured_at', '>', Moment::write($this->clock->now()->modify(self::GOOD_FOR)))->value('seconds');

        return $seconds === null ? null : (float) $seconds;
    }

    /** Measures and keeps it. @return float seconds, the median of a few times */
    public function measure(string $kind, string $stored): float
    {
        $times = [];
        for ($time = 0; $time < self::TIMES; $time++) {
            $times[] = $this->measureOnce($stored);
        }
        sort($times);
        $seconds = $times[intdiv(self::TIMES, 2)];
        HashTime::query()->upsert(
            [['machine' => Machine::here()->id, 'kind' => $kind, 'seconds' => $seconds, 'measured_at' => Moment::write($this->clock->now())]],
            ['machine', 'kind'],
        );

        return $seconds;
    }

    /** @return float seconds */
    public function measureOnce(string $stored): float
    {
        $began = hrtime(true);
        $this->hasher->verify(PreparedPassword::from(new Secret('nobody\'s password')), $stored);

        return (hrtime(true) - $began) / 1e9;
    }
}
