<?php

declare(strict_types=1);

namespace Kennel\App\Http\Overview;

use Illuminate\Http\JsonResponse;
use Kennel\App\Http\Protocol\Json;
use Kennel\App\Platform\Identity\Caller;

final readonly class OverviewController
{
    public function show(Caller $session, Stations $stations, Needs $needs): JsonResponse
    {
        $session->require('kennel:console');

        return Json::ok(['stations' => $stations->all(), 'needs' => $needs->all()]);
    }
}
