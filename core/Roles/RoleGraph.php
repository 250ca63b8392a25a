<?php

declare(strict_types=1);

namespace Kennel\Core\Roles;

/**
 * Roles, the roles they include and the permissions they carry (ANSI INCITS 359 §5.2, general role hierarchies).
 */
final readonly class RoleGraph
{
    /**
     * @param  array<string, list<string>>  $permissions  by role key
     * @param  array<string, list<string>>  $includes  by role key; a cycle does no harm here
     */
    public function __construct(private array $permissions, private array $includes)
    {
    }

    /**
     * @param  list<string>  $assigned  role keys
     */
    public function permissionsOf(array $assigned): PermissionSet
    {
        $names = [];
        foreach ($this->closure($assigned) as $role) {
            $names = [...$names, ...$this->permissions[$role] ?? []];
        }
        $names = array_values(array_unique($names));
        sort($names);

        return new PermissionSet($names);
    }

    /**
     * The assigned roles and all they include.
     *
     * @param  list<string>  $assigned
     * @return list<string>
     */
    public function closure(array $assigned): array
    {
        $reached = [];
        $waiting = $assigned;
        while (($role = array_shift($waiting)) !== null) {
            if (! isset($reached[$role])) {
                $reached[$role] = true;
                $waiting = [...$waiting, ...$this->includes[$role] ?? []];
            }
        }

        return array_keys($reached);
    }
}
