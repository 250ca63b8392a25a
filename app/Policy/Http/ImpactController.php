<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Http\Query;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Policy\Impact\Findings;
use Kennel\App\Policy\Impact\ImpactRuns;
use Kennel\App\Policy\Rules\Draft;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Policy\Impact\Finding;

/** What a draft would change. */
final readonly class ImpactController
{
    public function __construct(private Caller $caller)
    {
    }

    public function begin(ImpactRuns $runs): JsonResponse
    {
        $this->caller->require(Permission::RulesManage);
        $runs->begin();

        return Json::ok(['run' => $runs->current()], 202);
    }

    public function show(ImpactRuns $runs): JsonResponse
    {
        $this->caller->require(Permission::RulesRead);

        return Json::ok(['run' => $runs->current()]);
    }

    public function cancel(string $id, ImpactRuns $runs): Response
    {
        $this->caller->require(Permission::RulesManage);
        $runs->cancel($id);

        return new Response(status: 204);
    }

    public function findings(string $id, Request $request, Findings $findings): JsonResponse
    {
        $query = new Query($request);
        $kind = $query->choice('kind', Finding::KINDS);

        return Json::ok($findings->page(
            $id,
            $kind,
            $query->text('code', 60),
            $query->text('field', 60),
            $query->text('cursor'),
            $query->number('limit', 50, 1, 200),
        ));
    }
}
