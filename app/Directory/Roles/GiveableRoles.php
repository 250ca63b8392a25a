<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Roles;

use Kennel\Core\Directory\Roles\Authority;
use Kennel\Core\Foundation\Permissions\Permission;

/** Which roles an operator may give: with the permission to, those whose permissions over Kennel are all among their own. */
final readonly class GiveableRoles
{
    public function __construct(private Roles $roles, private PermissionsOfAccount $permissions)
    {
    }

    public function includes(string $role, string $operatorId): bool
    {
        $own = ($this->permissions)($operatorId);

        return $own->allows(Permission::RolesGive->value) && Authority::reaches($own, $this->roles->graph()->permissionsOf([$role]));
    }
}
