<?php

declare(strict_types=1);

namespace Kennel\App\Http\Roles;

use Illuminate\Http\JsonResponse;
use Kennel\App\Http\Protocol\Json;
use Kennel\App\Roles\Roles;
use Kennel\App\Sessions\CurrentSession;

final readonly class RoleController
{
    public function index(CurrentSession $session, Roles $roles): JsonResponse
    {
        $session->require('kennel:roles.read');

        return Json::ok(['items' => $roles->all()]);
    }
}
