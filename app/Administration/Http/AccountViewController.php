<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Administration\Desk\AccountViews;
use Kennel\App\Directory\Http\Listed;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\Core\Foundation\Permissions\Permission;

final readonly class AccountViewController
{
    public function __construct(private Caller $caller, private AccountViews $views)
    {
    }

    public function index(): JsonResponse
    {
        return Json::ok(['items' => $this->views->all()]);
    }

    public function store(Request $request): JsonResponse
    {
        $operator = $this->caller->require(Permission::AccountsRead);
        $body = Body::of($request);
        $name = $body->text('name') ?? '';
        $isShared = $body->yes('is_shared');
        $search = mb_substr($body->text('search') ?? '', 0, 100);
        $where = Listed::where($body->text('where') ?? '[]');
        $sort = Listed::sort($body->text('sort') ?? '-seen');
        $columns = $body->texts('columns');
        $body->complete();

        return Json::ok($this->views->keep($name, $isShared, $search, $where, $sort, $columns, $operator), 201);
    }

    public function destroy(string $id): Response
    {
        $this->views->remove($id, $this->caller->require(Permission::AccountsRead));

        return new Response(status: 204);
    }
}
