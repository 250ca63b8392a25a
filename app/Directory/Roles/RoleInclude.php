<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Roles;

use Kennel\App\Foundation\Database\Record;

/**
 * A role that another includes, with all it may do.
 *
 * @property string $role_key
 * @property string $included_key
 */
final class RoleInclude extends Record
{
    protected $table = 'role_includes';
}
