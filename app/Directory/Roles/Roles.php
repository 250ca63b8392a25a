<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Roles;

use Illuminate\Database\Connection;
use Kennel\App\Foundation\Identity\Sight;
use Kennel\App\Foundation\Memory\SharedMemory;
use Kennel\Core\Directory\Roles\Authority;
use Kennel\Core\Directory\Roles\Exclusion;
use Kennel\Core\Directory\Roles\RoleDefinition;
use Kennel\Core\Directory\Roles\RoleGraph;
use Psr\Clock\ClockInterface;

/** The roles there are, what they carry, include and exclude. Who holds them is Assignments' matter. */
final class Roles
{
    private ?KnownRoles $known = null;

    /** @var list<Exclusion>|null */
    private ?array $exclusions = null;

    /** In one statement, and by itself: it is asked at every request that needs a permission, and what the framework does around a query costs as much again. */
    private const GRAPH = "SELECT 'role', key, app_key FROM roles UNION ALL SELECT 'carries', role_key, permission FROM role_permissions
        UNION ALL SELECT 'includes', role_key, included_key FROM role_includes UNION ALL SELECT 'permission', key, app_key FROM permissions
        UNION ALL SELECT 'tag', tag, NULL FROM role_tags";

    /** The tag of how the roles stand, as a part of statements. */
    public const TAG = '(SELECT tag FROM role_tags)';

    public function __construct(private readonly Connection $database, private readonly ClockInterface $clock, private readonly SharedMemory $memory)
    {
    }

    public function graph(): RoleGraph
    {
        return $this->known()->graph;
    }

    /** @return array<string, string|null> the app of each permission that apps ask about, by key */
    public function catalogued(): array
    {
        return $this->known()->catalogued;
    }

    /** The request under way goes by the roles as they stood when its session was looked up, with this tag: what another worker read of them counts as well. */
    public function standAt(string $tag): void
    {
        $kept = $this->known === null ? $this->memory->fetch("roles:{$tag}") : null;
        if ($kept instanceof KnownRoles) {
            $this->known = $kept;
        }
    }

    private function known(): KnownRoles
    {
        if ($this->known === null) {
            $permissions = $includes = $apps = $catalogued = [];
            $tag = '';
            /** @var list<array{string, string, string|null}> $rows */
            $rows = $this->database->getPdo()->query(self::GRAPH)->fetchAll(\PDO::FETCH_NUM);
            foreach ($rows as [$what, $one, $other]) {
                match ($what) {
                    'role' => [$permissions[$one] ??= [], $other === null ? null : $apps[$one] = $other],
                    'carries' => $permissions[$one][] = (string) $other,
                    'includes' => $includes[$one][] = (string) $other,
                    'permission' => $catalogued[$one] = $other,
                    default => $tag = $one,
                };
            }
            $this->known = new KnownRoles(new RoleGraph($permissions, $includes, $apps), $catalogued, $tag);
            // By the tag that was read with it: in a transaction that is rolled back, nobody will ever ask for this one.
            $this->memory->keep("roles:{$tag}", $this->known);
        }

        return $this->known;
    }

    /** @return list<Exclusion> by key */
    public function exclusions(): array
    {
        return $this->exclusions ??= array_values(RoleExclusion::query()->with('roles')->orderBy('key')->get()->map(
            static fn (RoleExclusion $row): Exclusion => new Exclusion($row->key, array_values($row->roles->pluck('role_key')->all()), $row->too_many, $row->why),
        )->all());
    }

    /** @return list<CataloguedPermission> what apps ask about, by key */
    public function catalogue(): array
    {
        return array_values(CataloguedPermission::query()->orderBy('key')->get()->all());
    }

    public function catalog(string $key, ?string $app, string $description): void
    {
        CataloguedPermission::query()->updateOrInsert(['key' => $key], ['app_key' => $app, 'description' => $description]);
        $this->readAgain();
    }

    /** @return bool false when there is none of this key */
    public function uncatalog(string $key): bool
    {
        $isGone = CataloguedPermission::query()->whereKey($key)->delete() === 1;
        $this->readAgain();

        return $isGone;
    }

    /** @return array<string, int> the version of each exclusion, by key */
    public function exclusionVersions(): array
    {
        return array_map(intval(...), RoleExclusion::query()->pluck('version', 'key')->all());
    }

    /** As it was decided: there is one of this key from now on. */
    public function writeExclusion(Exclusion $exclusion): void
    {
        $columns = ['too_many' => $exclusion->tooMany, 'why' => $exclusion->why];
        if (RoleExclusion::query()->whereKey($exclusion->key)->increment('version', 1, $columns) === 0) {
            RoleExclusion::query()->insert(['key' => $exclusion->key, ...$columns]);
        }
        ExcludedRole::query()->where('exclusion_key', $exclusion->key)->delete();
        ExcludedRole::query()->insert(array_map(static fn (string $role): array => ['exclusion_key' => $exclusion->key, 'role_key' => $role], $exclusion->roles));
        $this->readAgain();
    }

    public function removeExclusion(string $key): void
    {
        RoleExclusion::query()->whereKey($key)->delete();
        $this->readAgain();
    }

    /** Reads roles and exclusions afresh: inside a transaction that relies upon them, and once one has changed them. */
    public function readAgain(): self
    {
        $this->known = $this->exclusions = null;

        return $this;
    }

    /** @return list<array{key: string, label: string, summary: string, app: string|null, permissions: list<string>, includes: list<string>, holders: int, version: int}> */
    public function all(?Sight $sight = null): array
    {
        $holding = Assignment::holding($this->clock->now());
        $holders = ($sight?->within($holding) ?? $holding)->toBase()->groupBy('role_key')->selectRaw('role_key, count(*) AS holders')->pluck('holders', 'role_key');

        return array_values(Role::query()->with(['permissions', 'includes'])->orderBy('key')->get()->map(static fn (Role $role): array => [
            ...self::shown($role),
            'holders' => (int) ($holders[$role->key] ?? 0),
            'version' => $role->version,
        ])->all());
    }

    public function find(string $key): ?Role
    {
        return Role::query()->with(['permissions', 'includes'])->whereKey($key)->first();
    }

    public static function definition(Role $role): RoleDefinition
    {
        $shown = self::shown($role);

        return new RoleDefinition($shown['key'], $shown['label'], $shown['summary'], $shown['app'], $shown['permissions'], $shown['includes']);
    }

    /** @return list<string> */
    public function keys(): array
    {
        return array_values(Role::query()->orderBy('key')->pluck('key')->all());
    }

    /**
     * What people call them.
     *
     * @param  list<string>  $keys
     * @return list<string> in the same order; the key of one that is gone
     */
    public function labels(array $keys): array
    {
        $labels = $keys === [] ? [] : Role::query()->whereIn('key', $keys)->pluck('label', 'key')->all();

        return array_map(static fn (string $key): string => (string) ($labels[$key] ?? $key), $keys);
    }

    /**
     * A role that Kennel brings along.
     *
     * @param  list<string>  $permissions
     * @return bool false when there is one of this key, which stays as it is
     */
    public function define(string $key, string $summary, array $permissions): bool
    {
        if (Role::query()->whereKey($key)->exists()) {
            return false;
        }
        $this->write(new RoleDefinition($key, $key, $summary, null, $permissions, []));

        return true;
    }

    /** As it was decided. A version behind the one there was. */
    public function write(RoleDefinition $role): void
    {
        $values = ['label' => $role->label, 'summary' => $role->summary, 'app_key' => $role->app];
        if (Role::query()->whereKey($role->key)->increment('version', 1, $values) === 0) {
            Role::query()->create(['key' => $role->key, ...$values]);
        }
        RolePermission::query()->where('role_key', $role->key)->delete();
        RolePermission::query()->insert(array_map(static fn (string $permission): array => ['role_key' => $role->key, 'permission' => $permission], $role->permissions));
        RoleInclude::query()->where('role_key', $role->key)->delete();
        RoleInclude::query()->insert(array_map(static fn (string $included): array => ['role_key' => $role->key, 'included_key' => $included], $role->includes));
        $this->readAgain();
    }

    /** With everything that names it, once nobody holds it any more. */
    public function remove(string $key): void
    {
        Role::query()->whereKey($key)->delete();
        $this->readAgain();
    }

    public function exists(string $key): bool
    {
        return Role::query()->whereKey($key)->exists();
    }

    /**
     * Those that give nothing over Kennel itself. Publishing refuses the others as default roles; a role may have grown since.
     *
     * @param  list<string>  $roles
     * @return list<string>
     */
    public function harmless(array $roles): array
    {
        return array_values(array_filter($roles, fn (string $role): bool => Authority::over($this->graph()->permissionsOf([$role])) === []));
    }

    /** @return list<string> role keys, whether the permission is their own or included, for whichever app */
    public function allowing(string $permission): array
    {
        return array_values(array_filter($this->keys(), fn (string $key): bool => $this->graph()->permissionsOf([$key])->allows($permission)));
    }

    /** @return array{key: string, label: string, summary: string, app: string|null, permissions: list<string>, includes: list<string>} */
    private static function shown(Role $role): array
    {
        return [
            'key' => $role->key,
            'label' => $role->label,
            'summary' => $role->summary,
            'app' => $role->app_key,
            'permissions' => array_values($role->permissions->pluck('permission')->all()),
            'includes' => array_values($role->includes->pluck('included_key')->all()),
        ];
    }
}
