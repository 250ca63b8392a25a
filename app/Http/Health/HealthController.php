<?php

declare(strict_types=1);

namespace Kennel\App\Http\Health;

use Illuminate\Http\JsonResponse;
use Kennel\App\Accounts\Anybody;
use Kennel\App\Http\Protocol\Json;
use Kennel\App\Rules\RulesInForce;
use Kennel\Core\Documents\InvalidRuleBook;

/** For a load balancer: whether this process can answer, its database can be read, and every rule is there that a door will ask for. */
final readonly class HealthController
{
    public function show(Anybody $anybody, RulesInForce $rules): JsonResponse
    {
        try {
            $anybody();
            $rules->book();
        } catch (InvalidRuleBook $mistake) {
            report($mistake);

            return Json::ok(['status' => 'down', 'database' => 'reachable', 'rules' => $mistake->getMessage()], 503);
        } catch (\Throwable $error) {
            report($error);

            return Json::ok(['status' => 'down', 'database' => 'unreachable', 'rules' => 'unknown'], 503);
        }

        return Json::ok(['status' => 'up', 'database' => 'reachable', 'rules' => 'whole']);
    }
}
