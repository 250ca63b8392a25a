<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Throttling;

use Illuminate\Cache\RateLimiter;

/**
 * The framework's limiter, but for its first counts. It makes a counter and counts in three steps, so that of many who arrive together at a new counter some
 * are not counted.
 */
final class CountingLimiter extends RateLimiter
{
    /**
     * @param  string  $key
     * @param  \DateTimeInterface|\DateInterval|int  $decaySeconds
     * @param  int  $amount
     * @return int
     */
    public function increment($key, $decaySeconds = 60, $amount = 1)
    {
        $store = $this->cache instanceof \Illuminate\Cache\Repository ? $this->cache->getStore() : null;
        if (! $store instanceof LockingFileStore || ! is_int($decaySeconds)) {
            return parent::increment($key, $decaySeconds, $amount);
        }
        $key = $this->cleanRateLimiterKey($key);
        $this->cache->add("{$key}:timer", $this->availableAt($decaySeconds), $decaySeconds);

        return $store->count($key, (int) $amount, $decaySeconds);
    }
}
