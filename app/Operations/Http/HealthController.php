<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Http;

use Illuminate\Contracts\Cache\Repository;
use Illuminate\Http\JsonResponse;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Operations\Checks\Checks;
use Kennel\App\Operations\Checks\Finding;
use Psr\Log\LoggerInterface;

/** For a load balancer: whether this process can answer. What keeps it from that is in the log and in kennel:check, and no stranger's. */
final readonly class HealthController
{
    /** In seconds. Anybody may ask; the log is not theirs to fill. */
    private const SAID_EVERY = 60;

    public function __construct(private Checks $checks, private LoggerInterface $log, private Repository $cache)
    {
    }

    public function show(): JsonResponse
    {
        $wrong = $this->checks->inTheWay();
        if ($wrong === []) {
            return Json::ok(['status' => 'up']);
        }
        $said = implode(', ', array_map(
            static fn (Finding $finding): string => $finding->code.' '.json_encode($finding->parameters, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE),
            $wrong,
        ));
        if ($this->isNews($said)) {
            $this->log->error("Health: down. {$said}");
        }

        return Json::ok(['status' => 'down'], 503);
    }

    private function isNews(string $said): bool
    {
        try {
            return $this->cache->add('health:'.hash('xxh128', $said), true, self::SAID_EVERY);
        } catch (\Throwable) {
            // Where not even this can be written there is no room for a log.
            return false;
        }
    }
}
