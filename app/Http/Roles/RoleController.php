<?php

declare(strict_types=1);

namespace Kennel\App\Http\Roles;

use Illuminate\Http\JsonResponse;
use Kennel\App\Http\Protocol\Json;
use Kennel\App\Platform\Identity\Caller;
use Kennel\App\Roles\Roles;

final readonly class RoleController
{
    public function index(Caller $session, Roles $roles): JsonResponse
    {
        $session->require('kennel:roles.read');

        return Json::ok(['items' => $roles->all()]);
    }
}
