<?php

declare(strict_types=1);

namespace Kennel\Core\Authorization;

use Kennel\Core\Directory\Roles\Exclusion;
use Kennel\Core\Directory\Roles\Permission;
use Kennel\Core\Directory\Roles\RoleDefinition;
use Kennel\Core\Directory\Roles\RoleGraph;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Text\NearMiss;

/** Whether a role can be as somebody typed it, among the roles, permissions, apps and exclusions there are. */
final readonly class DecideRole
{
    private const KEY = '/^[a-z][a-z0-9-]{0,39}$/D';

    private const LONGEST_LABEL = 60;

    private const LONGEST_SUMMARY = 300;

    /**
     * @param  RoleGraph  $graph  as it is
     * @param  array<string, Permission>  $permissions  by key
     * @param  list<string>  $apps
     * @param  list<Exclusion>  $exclusions
     */
    public function __construct(private RoleGraph $graph, private array $permissions, private array $apps, private array $exclusions)
    {
    }

    /** @return list<Reason> every mistake, in the order of the form */
    public function __invoke(RoleDefinition $role): array
    {
        $reasons = [];
        if (preg_match(self::KEY, $role->key) !== 1) {
            $reasons[] = new Reason('role.key', 'key');
        }
        if (trim($role->label) === '' || mb_strlen($role->label) > self::LONGEST_LABEL) {
            $reasons[] = new Reason('role.label', 'label', ['maximum' => self::LONGEST_LABEL]);
        }
        if (mb_strlen($role->summary) > self::LONGEST_SUMMARY) {
            $reasons[] = new Reason('role.summary', 'summary', ['maximum' => self::LONGEST_SUMMARY]);
        }
        if ($role->app !== null && ! in_array($role->app, $this->apps, true)) {
            $reasons[] = new Reason('role.app_unknown', 'app', ['app' => mb_substr($role->app, 0, 60)]);
        }

        return [...$reasons, ...$this->ofPermissions($role), ...$this->ofIncludes($role), ...$this->ofExclusions($role)];
    }

    /** @param  list<string>  $known  permissions of the catalogue */
    public static function unknown(string $permission, array $known, string $field): Reason
    {
        $likely = NearMiss::of($permission, $known);
        $told = ['permission' => mb_substr($permission, 0, 100)];

        return $likely === null ? new Reason('role.permission_unknown', $field, $told) : new Reason('role.permission_near', $field, [...$told, 'likely' => $likely]);
    }

    /** @return list<Reason> */
    private function ofPermissions(RoleDefinition $role): array
    {
        $reasons = [];
        foreach ($role->permissions as $key) {
            $permission = $this->permissions[$key] ?? null;
            if ($permission === null) {
                $reasons[] = self::unknown($key, array_keys($this->permissions), 'permissions');
            } elseif ($role->app !== null && $permission->app !== null && $permission->app !== $role->app) {
                $reasons[] = new Reason('role.permission_of_other_app', 'permissions', ['permission' => $key, 'app' => $permission->app]);
            }
        }

        return $reasons;
    }

    /** @return list<Reason> */
    private function ofIncludes(RoleDefinition $role): array
    {
        $reasons = [];
        foreach ($role->includes as $included) {
            if ($included !== $role->key && ! in_array($included, $this->graph->keys(), true)) {
                $reasons[] = new Reason('role.included_unknown', 'includes', ['role' => mb_substr($included, 0, 60)]);
            }
        }
        $circle = $this->graph->with($role->key, $role)->circleAt($role->key);

        return $circle === null ? $reasons : [...$reasons, new Reason('role.circle', 'includes', ['roles' => $circle])];
    }

    /** @return list<Reason> a role that holds too many of a set by itself could be given to nobody */
    private function ofExclusions(RoleDefinition $role): array
    {
        $graph = $this->graph->with($role->key, $role);
        $reasons = [];
        foreach ($this->exclusions as $exclusion) {
            foreach ([$role->key, ...array_filter($graph->keys(), static fn (string $key): bool => in_array($role->key, $graph->closure([$key]), true))] as $key) {
                $held = $exclusion->brokenBy([$key], $graph);
                if ($held !== [] && $exclusion->brokenBy([$key], $this->graph) === []) {
                    $reasons[$exclusion->key] = new Reason('role.excluded_within', 'includes', ['role' => $key, 'roles' => $held]);
                }
            }
        }

        return array_values($reasons);
    }
}
