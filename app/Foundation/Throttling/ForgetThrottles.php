<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Throttling;

use Illuminate\Cache\CacheManager;
use Kennel\App\Foundation\Retention\Forgets;

/** Counts whose time is over; the store is files, and strangers make them. */
final readonly class ForgetThrottles implements Forgets
{
    public function __construct(private CacheManager $caches)
    {
    }

    /** @return array<string, int> */
    public function forget(\DateTimeImmutable $now): array
    {
        $repository = $this->caches->store('throttles');
        $store = $repository instanceof \Illuminate\Cache\Repository ? $repository->getStore() : null;

        return ['throttle counts' => $store instanceof LockingFileStore ? $store->deleteExpired() : 0];
    }
}
