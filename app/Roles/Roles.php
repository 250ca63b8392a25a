<?php

declare(strict_types=1);

namespace Kennel\App\Roles;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Platform\Moment;
use Kennel\Core\Roles\Authority;
use Kennel\Core\Roles\RoleGraph;
use Psr\Clock\ClockInterface;

/** The roles there are, who holds them, and giving one. */
final class Roles
{
    private ?RoleGraph $graph = null;

    public function __construct(private readonly ConnectionInterface $database, private readonly ClockInterface $clock)
    {
    }

    public function graph(): RoleGraph
    {
        if ($this->graph === null) {
            $permissions = [];
            foreach ($this->database->table('role_permissions')->get() as $row) {
                $permissions[$row->role_key][] = $row->permission;
            }
            $includes = [];
            foreach ($this->database->table('role_includes')->get() as $row) {
                $includes[$row->role_key][] = $row->included_key;
            }
            $this->graph = new RoleGraph($permissions, $includes);
        }

        return $this->graph;
    }

    /** @return list<array{key: string, summary: string, app: string|null, permissions: list<string>, includes: list<string>, holders: int}> */
    public function all(): array
    {
        $holders = $this->database->table('assignments')->groupBy('role_key')->selectRaw('role_key, count(*) AS holders')->pluck('holders', 'role_key');
        $own = $this->database->table('role_permissions')->orderBy('permission')->get()->groupBy('role_key');
        $includes = $this->database->table('role_includes')->orderBy('included_key')->get()->groupBy('role_key');

        return array_values($this->database->table('roles')->orderBy('key')->get()->map(static fn (\stdClass $role): array => [
            'key' => $role->key,
            'summary' => $role->summary,
            'app' => $role->app_key,
            'permissions' => array_values($own->get($role->key)?->pluck('permission')->all() ?? []),
            'includes' => array_values($includes->get($role->key)?->pluck('included_key')->all() ?? []),
            'holders' => (int) ($holders[$role->key] ?? 0),
        ])->all());
    }

    /** @return list<array{role: string, assigned_by: string, why: string, assigned_at: string}> */
    public function of(string $accountId): array
    {
        return array_values($this->database->table('assignments')->where('account_id', $accountId)->orderBy('role_key')->get()
            ->map(static fn (\stdClass $row): array => ['role' => $row->role_key, 'assigned_by' => $row->assigned_by, 'why' => $row->why, 'assigned_at' => $row->assigned_at])->all());
    }

    public function assign(string $accountId, string $role, string $by, string $why): void
    {
        $this->database->table('assignments')->insert([
            'account_id' => $accountId,
            'role_key' => $role,
            'assigned_by' => $by,
            'why' => $why,
            'assigned_at' => Moment::write($this->clock->now()),
        ]);
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
        $keys = $this->database->table('roles')->pluck('key')->all();

        return array_values(array_filter($keys, fn (string $key): bool => $this->graph()->permissionsOf([$key])->allows($permission)));
    }

    /**
     * Accounts that hold one of the roles.
     *
     * @param  list<string>  $roles
     * @return list<string>
     */
    public function holders(array $roles): array
    {
        return array_values($this->database->table('assignments')->whereIn('role_key', $roles)->distinct()->pluck('account_id')->all());
    }
}
