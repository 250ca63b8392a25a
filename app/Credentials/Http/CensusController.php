<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Http;

use Illuminate\Http\JsonResponse;
use Kennel\App\Credentials\Passwords\Census;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\Core\Credentials\Passwords\Census\Forecast;
use Kennel\Core\Foundation\Permissions\Permission;

final readonly class CensusController
{
    public function show(Caller $session, Census $census): JsonResponse
    {
        $session->require(Permission::PasswordsRead);
        $days = $census->days();
        $forecast = Forecast::of($days);

        return Json::ok([
            'current' => $census->currentKind(),
            'items' => $census->kinds(),
            'days' => array_map(static fn (string $day): array => ['day' => $day, ...$days[$day]], array_keys($days)),
            'forecast' => [
                'state' => $forecast->state,
                'on' => $forecast->on?->format('Y-m-d'),
                'share_a_day' => $forecast->share === null ? null : round($forecast->share, 5),
            ],
        ]);
    }
}
