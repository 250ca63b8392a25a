<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Roles;

use Kennel\App\Foundation\Database\Record;

/**
 * One of the roles that nobody may hold together.
 *
 * @property string $exclusion_key
 * @property string $role_key
 */
final class ExcludedRole extends Record
{
    protected $table = 'exclusion_roles';
}
