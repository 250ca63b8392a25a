<?php

declare(strict_types=1);

namespace Kennel\App\Http\Health;

use Illuminate\Http\JsonResponse;
use Kennel\App\Checks\Checks;
use Kennel\App\Checks\Finding;
use Kennel\App\Http\Protocol\Json;
use Psr\Log\LoggerInterface;

/** For a load balancer: whether this process can answer. What keeps it from that is in the log and in kennel:check, and no stranger's. */
final readonly class HealthController
{
    public function show(Checks $checks, LoggerInterface $log): JsonResponse
    {
        $wrong = $checks->inTheWay();
        if ($wrong === []) {
            return Json::ok(['status' => 'up']);
        }
        $log->error('Health: down. '.implode(', ', array_map(
            static fn (Finding $finding): string => $finding->code.' '.json_encode($finding->parameters, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE),
            $wrong,
        )));

        return Json::ok(['status' => 'down'], 503);
    }
}
