<?php

declare(strict_types=1);

namespace Kennel\App\Roles;

use Kennel\App\Platform\Moment;
use Kennel\Core\Roles\Authority;
use Kennel\Core\Roles\RoleGraph;
use Psr\Clock\ClockInterface;

/** The roles there are, who holds them, and giving one. */
final class Roles
{
    private const ROWS_A_STATEMENT = 500;

    private ?RoleGraph $graph = null;

    public function __construct(private readonly ClockInterface $clock)
    {
    }

    public function graph(): RoleGraph
    {
        if ($this->graph === null) {
            $permissions = [];
            foreach (RolePermission::query()->toBase()->get(['role_key', 'permission']) as $row) {
                $permissions[$row->role_key][] = $row->permission;
            }
            $includes = [];
            foreach (RoleInclude::query()->toBase()->get(['role_key', 'included_key']) as $row) {
                $includes[$row->role_key][] = $row->included_key;
            }
            $this->graph = new RoleGraph($permissions, $includes);
        }

        return $this->graph;
    }

    /** @return list<array{key: string, summary: string, app: string|null, permissions: list<string>, includes: list<string>, holders: int}> */
    public function all(): array
    {
        return array_values(Role::query()->with(['permissions', 'includes'])->withCount('assignments')->orderBy('key')->get()->map(static fn (Role $role): array => [
            'key' => $role->key,
            'summary' => $role->summary,
            'app' => $role->app_key,
            'permissions' => array_values($role->permissions->pluck('permission')->all()),
            'includes' => array_values($role->includes->pluck('included_key')->all()),
            'holders' => (int) $role->assignments_count,
        ])->all());
    }

    /** @return list<string> */
    public function keys(): array
    {
        return array_values(Role::query()->orderBy('key')->pluck('key')->all());
    }

    /** @return list<array{role: string, assigned_by: string, why: string, assigned_at: string}> */
    public function of(string $accountId): array
    {
        return array_values(Assignment::query()->where('account_id', $accountId)->orderBy('role_key')->get()
            ->map(static fn (Assignment $row): array => ['role' => $row->role_key, 'assigned_by' => $row->assigned_by, 'why' => $row->why, 'assigned_at' => $row->assigned_at])->all());
    }

    /**
     * @param  list<string>  $accountIds
     * @return array<string, list<string>> role keys by account; an account without any is left out
     */
    public function ofAll(array $accountIds): array
    {
        $roles = [];
        foreach (Assignment::query()->toBase()->whereIn('account_id', $accountIds)->orderBy('role_key')->get(['account_id', 'role_key']) as $row) {
            $roles[(string) $row->account_id][] = (string) $row->role_key;
        }

        return $roles;
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
        Role::query()->create(['key' => $key, 'summary' => $summary, 'app_key' => null]);
        foreach ($permissions as $permission) {
            RolePermission::query()->insert(['role_key' => $key, 'permission' => $permission]);
        }
        $this->graph = null;

        return true;
    }

    public function assign(string $accountId, string $role, string $by, string $why): void
    {
        Assignment::query()->create([
            'account_id' => $accountId,
            'role_key' => $role,
            'assigned_by' => $by,
            'why' => $why,
            'assigned_at' => Moment::write($this->clock->now()),
        ]);
    }

    /**
     * @param  list<string>  $accountIds
     * @param  list<string>  $roles
     */
    public function assignAll(array $accountIds, array $roles, string $by, string $why): void
    {
        $at = Moment::write($this->clock->now());
        foreach ($roles as $role) {
            foreach (array_chunk($accountIds, self::ROWS_A_STATEMENT) as $some) {
                Assignment::query()->insert(array_map(
                    static fn (string $id): array => ['account_id' => $id, 'role_key' => $role, 'assigned_by' => $by, 'why' => $why, 'assigned_at' => $at],
                    $some,
                ));
            }
        }
    }

    public function exists(string $key): bool
    {
        return Role::query()->whereKey($key)->exists();
    }

    /** @param  list<string>  $accountIds */
    public function takeAll(array $accountIds, string $role): void
    {
        foreach (array_chunk($accountIds, self::ROWS_A_STATEMENT) as $some) {
            Assignment::query()->where('role_key', $role)->whereIn('account_id', $some)->delete();
        }
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

    /** @return list<string> role keys, whether the permission is their own or included */
    public function allowing(string $permission): array
    {
        return array_values(array_filter($this->keys(), fn (string $key): bool => $this->graph()->permissionsOf([$key])->allows($permission)));
    }

    /**
     * Accounts that hold one of the roles.
     *
     * @param  list<string>  $roles
     * @return list<string>
     */
    public function holders(array $roles): array
    {
        return array_values(Assignment::query()->whereIn('role_key', $roles)->distinct()->pluck('account_id')->all());
    }
}
