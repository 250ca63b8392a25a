<?php

declare(strict_types=1);

namespace Kennel\App\Http\Roles;

use Illuminate\Http\JsonResponse;
use Kennel\App\Http\Protocol\Json;
use Kennel\App\Platform\Identity\Caller;
use Kennel\App\Roles\GiveableRoles;
use Kennel\App\Roles\Roles;

final readonly class RoleController
{
    public function index(Caller $session, Roles $roles, GiveableRoles $giveable): JsonResponse
    {
        $operator = $session->require('kennel:roles.read');

        return Json::ok(['items' => array_map(
            static fn (array $role): array => [...$role, 'is_giveable' => $giveable->includes($role['key'], $operator->accountId)],
            $roles->all(),
        )]);
    }
}
