<?php

declare(strict_types=1);

namespace Kennel\App\Health;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Http\JsonResponse;
use Kennel\App\Platform\Http\Json;

/** For a load balancer: whether this process can answer and its database can be read. */
final readonly class HealthController
{
    public function show(ConnectionInterface $database): JsonResponse
    {
        try {
            $database->selectOne('SELECT seq FROM accounts LIMIT 1');
        } catch (\Throwable $error) {
            report($error);

            return Json::ok(['status' => 'down', 'database' => 'unreachable'], 503);
        }

        return Json::ok(['status' => 'up', 'database' => 'reachable']);
    }
}
