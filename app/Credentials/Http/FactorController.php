<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Credentials\Factors\FactorResets;
use Kennel\App\Directory\Accounts\AccountList;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\Core\Foundation\Permissions\Permission;

/** The second factors of an account, for operators: which there are, and their removal when they are lost. */
final readonly class FactorController
{
    public function __construct(private Caller $caller, private AccountList $accounts, private FactorResource $resource, private FactorResets $resets)
    {
    }

    public function show(string $id): JsonResponse
    {
        $this->caller->require(Permission::AccountsRead);

        return Json::ok($this->resource->of($this->accounts->get($id)));
    }

    public function reset(string $id, Request $request): JsonResponse
    {
        $operator = $this->caller->require(Permission::AccountsManage);
        $body = Body::of($request);
        $reason = $body->text('reason') ?? '';
        $body->complete();

        return Json::ok(['due_at' => $this->resets->ask($id, $reason, $operator)->due_at], 202);
    }

    public function stopReset(string $id): Response
    {
        $this->resets->stopByOperator($id, $this->caller->require(Permission::AccountsManage));

        return new Response(status: 204);
    }
}
