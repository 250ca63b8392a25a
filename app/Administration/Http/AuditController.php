<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Directory\Http\WithheldChanges;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Http\Query;
use Kennel\App\Trail\Audit\AuditEvents;

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
