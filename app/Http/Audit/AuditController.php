<?php

declare(strict_types=1);

namespace Kennel\App\Http\Audit;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Audit\AuditEvents;
use Kennel\App\Http\Fields\WithheldChanges;
use Kennel\App\Http\Protocol\Json;
use Kennel\App\Http\Protocol\Query;

final readonly class AuditController
{
    public function __construct(private AuditEvents $events, private WithheldChanges $withheld)
    {
    }

    public function index(Request $request): JsonResponse
    {
        $query = new Query($request);

        $page = $this->events->page($query->uuid('account'), $query->text('event', 60), $query->text('cursor'), $query->number('limit', 50, 1, 200));

        return Json::ok([...$page, 'items' => array_map(fn (array $event): array => [...$event, 'changes' => $this->withheld->of($event['changes'], $event['event'])], $page['items'])]);
    }
}
