<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Roles;

use Kennel\App\Foundation\Database\Record;

/**
 * A permission that an app asks about. Kennel's own are in the core.
 *
 * @property string $key
 * @property string|null $app_key
 * @property string $description
 */
final class CataloguedPermission extends Record
{
    protected $table = 'permissions';

    protected $primaryKey = 'key';
}
