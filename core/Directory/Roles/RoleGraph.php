<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Roles;

use Kennel\Core\Foundation\Permissions\PermissionSet;

/**
 * Roles, the roles they include and the permissions they carry (ANSI INCITS 359 §5.2, general role hierarchies): a role that includes
 * another is senior to it, and has every permission of its juniors.
 */
final readonly class RoleGraph
{
    /**
     * @param  array<string, list<string>>  $permissions  by role key
     * @param  array<string, list<string>>  $includes  by role key; a cycle does no harm here
     * @param  array<string, string>  $apps  by role key: the one app a role counts for; a role that counts everywhere is left out
     */
    public function __construct(private array $permissions, private array $includes, private array $apps = [])
    {
    }

    /** The same with one role as it would be; null for without it. */
    public function with(string $key, ?RoleDefinition $role): self
    {
        [$permissions, $includes, $apps] = [$this->permissions, $this->includes, $this->apps];
        unset($permissions[$key], $includes[$key], $apps[$key]);
        if ($role !== null) {
            $permissions[$key] = $role->permissions;
            $includes[$key] = $role->includes;
            $apps = $role->app === null ? $apps : [...$apps, $key => $role->app];
        }

        return new self($permissions, $role === null ? array_map(static fn (array $included): array => array_values(array_diff($included, [$key])), $includes) : $includes, $apps);
    }

    /**
     * assigned_permissions of the standard, over all of them.
     *
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
     * Each permission that roles give, and where.
     *
     * @param  list<array{0: string, 1: string|null}>  $assigned  role keys, and the one app each assignment counts for
     * @return array<string, list<string|null>> apps by permission; null for wherever it is asked about
     */
    public function grants(array $assigned): array
    {
        $found = [];
        $waiting = $assigned;
        $seen = [];
        while (($one = array_shift($waiting)) !== null) {
            [$role, $app] = $one;
            $of = $this->appOf($role);
            if (isset($seen["{$role} {$app}"]) || ($app !== null && $of !== null && $app !== $of)) {
                continue;
            }
            $seen["{$role} {$app}"] = true;
            foreach ($this->own($role) as $permission) {
                $found[$permission][] = $app ?? $of;
            }
            foreach ($this->included($role) as $junior) {
                $waiting[] = [$junior, $app ?? $of];
            }
        }

        return array_map(static fn (array $apps): array => array_values(array_unique($apps)), $found);
    }

    /** @return list<string> that a role carries by itself */
    public function own(string $role): array
    {
        return $this->permissions[$role] ?? [];
    }

    /** @return list<string> that a role includes by itself */
    public function included(string $role): array
    {
        return $this->includes[$role] ?? [];
    }

    /**
     * The assigned roles and all they include (authorized roles of the standard).
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

    /**
     * The roles, and every one that includes one of them.
     *
     * @param  list<string>  $roles
     * @return list<string>
     */
    public function including(array $roles): array
    {
        return array_values(array_filter($this->keys(), fn (string $key): bool => array_intersect($this->closure([$key]), $roles) !== []));
    }

    /** @return string|null the one app a role counts for */
    public function appOf(string $role): ?string
    {
        return $this->apps[$role] ?? null;
    }

    /** @return list<string> that there are roles of */
    public function apps(): array
    {
        return array_values(array_unique($this->apps));
    }

    /** Whether a role has a say in a question about an app; null for a question about no app, in which only roles that count everywhere have one. */
    public function countsFor(string $role, ?string $app): bool
    {
        return ! isset($this->apps[$role]) || $this->apps[$role] === $app;
    }

    /**
     * The shortest way from a role to each one that carries the permission itself, the shortest first. A role that counts for another app ends its way.
     *
     * @return list<non-empty-list<string>> role keys, from the one that is asked about
     */
    public function waysTo(string $role, string $permission, ?string $app): array
    {
        $ways = [];
        $waiting = [[$role]];
        $seen = [$role => true];
        while (($way = array_shift($waiting)) !== null) {
            $last = $way[count($way) - 1];
            if (! $this->countsFor($last, $app)) {
                continue;
            }
            if ((new PermissionSet($this->own($last)))->allows($permission)) {
                $ways[] = $way;
            }
            foreach ($this->included($last) as $next) {
                if (! isset($seen[$next])) {
                    $seen[$next] = true;
                    $waiting[] = [...$way, $next];
                }
            }
        }

        return $ways;
    }

    /** @return non-empty-list<string> from a role down through what it includes, as far as that goes */
    public function deepest(string $role): array
    {
        $levels = $this->levels();
        $way = [$role];
        do {
            $next = array_diff($this->included($way[count($way) - 1]), $way);
            usort($next, static fn (string $one, string $other): int => [$levels[$other] ?? 0, $one] <=> [$levels[$one] ?? 0, $other]);
            $way = $next === [] ? $way : [...$way, $next[0]];
        } while ($next !== []);

        return $way;
    }

    /** @return list<string> keys of roles by which one has the permission in questions about the app */
    public function allowing(string $permission, ?string $app): array
    {
        return array_values(array_filter($this->keys(), fn (string $role): bool => $this->waysTo($role, $permission, $app) !== []));
    }

    /** @return list<string> */
    public function keys(): array
    {
        $keys = array_map(strval(...), array_keys($this->permissions + $this->includes + $this->apps));
        sort($keys);

        return $keys;
    }

    /** @return list<string>|null the roles of a circle that begins and ends at this one; null if there is none */
    public function circleAt(string $role): ?array
    {
        $waiting = [[$role]];
        $seen = [];
        while (($way = array_shift($waiting)) !== null) {
            foreach ($this->included($way[count($way) - 1]) as $next) {
                if ($next === $role) {
                    return [...$way, $role];
                }
                if (! isset($seen[$next])) {
                    $seen[$next] = true;
                    $waiting[] = [...$way, $next];
                }
            }
        }

        return null;
    }

    /**
     * In an order in which every role comes after all that it includes, for drawing: how many steps it stands above those that include none.
     *
     * @return array<string, int> by role key
     */
    public function levels(): array
    {
        $levels = [];
        foreach ($this->keys() as $role) {
            $this->level($role, $levels, []);
        }
        asort($levels);

        return $levels;
    }

    /**
     * @param  array<string, int>  $levels
     * @param  array<string, true>  $above
     */
    private function level(string $role, array &$levels, array $above): int
    {
        if (isset($levels[$role]) || isset($above[$role])) {
            return $levels[$role] ?? 0;
        }
        $level = 0;
        foreach ($this->included($role) as $junior) {
            $level = max($level, 1 + $this->level($junior, $levels, [...$above, $role => true]));
        }

        return $levels[$role] = $level;
    }
}
