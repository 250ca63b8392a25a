<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Roles;

use Illuminate\Database\Eloquent\Relations\HasMany;
use Kennel\App\Foundation\Database\Record;

/**
 * A set of roles of which nobody holds as many as a number.
 *
 * @property string $key
 * @property int $too_many
 * @property string $why
 * @property int $version
 * @property \Illuminate\Database\Eloquent\Collection<int, ExcludedRole> $roles
 */
final class RoleExclusion extends Record
{
    protected $table = 'exclusions';

    protected $primaryKey = 'key';

    /** @return HasMany<ExcludedRole, $this> */
    public function roles(): HasMany
    {
        return $this->hasMany(ExcludedRole::class, 'exclusion_key')->orderBy('role_key');
    }
}
