<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Credentials\Passwords\Wrapping;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\Core\Foundation\Permissions\Permission;

final readonly class WrappingController
{
    public function __construct(private Caller $caller, private Wrapping $wrapping)
    {
    }

    /** A dry run: what would be wrapped now. */
    public function show(): JsonResponse
    {
        $this->caller->require(Permission::PasswordsRead);

        return Json::ok($this->wrapping->preview());
    }

    public function store(Request $request): JsonResponse
    {
        $operator = $this->caller->require(Permission::PasswordsManage);
        $body = Body::of($request);
        $why = $body->text('reason') ?? '';
        $body->complete();
        $this->wrapping->begin($why, $operator);

        return Json::ok($this->wrapping->preview(), 202);
    }

    public function destroy(string $id): Response
    {
        $this->caller->require(Permission::PasswordsManage);
        $this->wrapping->cancel($id);

        return new Response(status: 204);
    }
}
