<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Roles;

use Kennel\App\Foundation\Database\Record;

/**
 * A permission that a role has of its own.
 *
 * @property string $role_key
 * @property string $permission
 */
final class RolePermission extends Record
{
    protected $table = 'role_permissions';
}
