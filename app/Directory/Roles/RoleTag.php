<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Roles;

use Kennel\App\Foundation\Database\Record;

/**
 * The one row that names the state of roles and catalogue; triggers write it.
 *
 * @property string $tag
 */
final class RoleTag extends Record
{
    protected $table = 'role_tags';
}
