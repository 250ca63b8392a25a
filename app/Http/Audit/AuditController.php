<?php

declare(strict_types=1);

namespace Kennel\App\Http\Audit;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Audit\AuditEvents;
use Kennel\App\Http\Protocol\Json;
use Kennel\App\Http\Protocol\Query;

final readonly class AuditController
{
    public function __construct(private AuditEvents $events)
    {
    }

    public function index(Request $request): JsonResponse
    {
        $query = new Query($request);

        return Json::ok($this->events->page($query->uuid('account'), $query->text('event', 60), $query->text('cursor'), $query->number('limit', 50, 1, 200)));
    }
}
