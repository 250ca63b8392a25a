<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Roles;

use Illuminate\Database\Eloquent\Relations\HasMany;
use Kennel\App\Foundation\Database\Record;

/**
 * A named set of permissions.
 *
 * @property string $key
 * @property string $label
 * @property string $summary
 * @property string|null $app_key
 * @property \Illuminate\Database\Eloquent\Collection<int, RolePermission> $permissions
 * @property \Illuminate\Database\Eloquent\Collection<int, RoleInclude> $includes
 * @property int $version
 */
final class Role extends Record
{
    protected $table = 'roles';

    protected $primaryKey = 'key';

    /** @return HasMany<RolePermission, $this> its own, without those of the roles it includes */
    public function permissions(): HasMany
    {
        return $this->hasMany(RolePermission::class, 'role_key')->orderBy('permission');
    }

    /** @return HasMany<RoleInclude, $this> */
    public function includes(): HasMany
    {
        return $this->hasMany(RoleInclude::class, 'role_key')->orderBy('included_key');
    }
}
