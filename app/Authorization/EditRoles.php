<?php

declare(strict_types=1);

namespace Kennel\App\Authorization;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Directory\Apps\DefaultRoles;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Directory\Roles\PermissionsOfAccount;
use Kennel\App\Directory\Roles\Role;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\SeenVersion;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Authorization\DecideEffect;
use Kennel\Core\Authorization\DecideRole;
use Kennel\Core\Authorization\Holding;
use Kennel\Core\Directory\Roles\Authority;
use Kennel\Core\Directory\Roles\RoleDefinition;
use Kennel\Core\Directory\Roles\RoleGraph;
use Kennel\Core\Foundation\Reasons\Reason;

/**
 * Makes, changes and deletes roles. Nobody makes of a role what they may not do themselves, no exclusion is broken by an edit, and one who may
 * do everything is left.
 */
final readonly class EditRoles
{
    public function __construct(
        private ConnectionInterface $database,
        private Roles $roles,
        private Assignments $assignments,
        private Permissions $permissions,
        private PermissionsOfAccount $held,
        private Apps $apps,
        private Keepers $keepers,
        private DefaultRoles $defaults,
        private AuditTrail $audit,
    ) {
    }

    /** @throws Refusal for what is invalid, where there is one of this key */
    public function add(RoleDefinition $role, string $why, SignedIn $operator): Role
    {
        return $this->database->transaction(function () use ($role, $why, $operator): Role {
            if ($this->roles->readAgain()->exists($role->key)) {
                throw Refusal::invalid([new Reason('role.key_taken', 'key', ['role' => $role->key])]);
            }

            return $this->save($role, null, $why, $operator);
        });
    }

    /**
     * @param  SeenVersion  $seen  of the role
     *
     * @throws Refusal for what is invalid, when it changed meanwhile
     */
    public function change(RoleDefinition $role, string $why, SignedIn $operator, SeenVersion $seen): Role
    {
        return $this->database->transaction(function () use ($role, $why, $operator, $seen): Role {
            $before = $this->roles->readAgain()->find($role->key) ?? throw Refusal::notFound();
            $seen->require($before->version);

            return $this->save($role, Roles::definition($before), $why, $operator);
        });
    }

    /**
     * Whoever holds it holds it no more, and what includes it includes it no more.
     *
     * @param  SeenVersion  $seen  of the role
     *
     * @throws Refusal for a default role, for the last that may do everything, when it changed meanwhile
     */
    public function remove(string $key, string $why, SignedIn $operator, SeenVersion $seen): void
    {
        $this->database->transaction(function () use ($key, $why, $operator, $seen): void {
            $role = $this->roles->readAgain()->find($key) ?? throw Refusal::notFound();
            $seen->require($role->version);
            $before = Roles::definition($role);
            if ($this->defaults->include($key)) {
                throw Refusal::invalid([new Reason('role.is_default', 'key')]);
            }
            if (! $this->isWithinOwn($this->roles->graph(), $key, $operator)) {
                throw Refusal::invalid([new Reason('role.beyond_authority', 'permissions')]);
            }
            $this->assignments->takeFromAll($key, $operator->name, $why === '' ? 'the role was deleted' : $why);
            $this->roles->remove($key);
            $this->requireKeeper();
            $this->audit->record('role.deleted', $operator->asOperator(), null, self::told($before), [], $why === '' ? null : $why, 'role');
        });
    }

    /** @return list<Reason> what speaks against a role as it would be, all at once */
    public function reasonsAgainst(RoleDefinition $role, ?RoleDefinition $before, SignedIn $operator): array
    {
        $reasons = (new DecideRole($this->roles->graph(), $this->permissions->all(), $this->apps->keys(), $this->roles->exclusions()))($role);
        if ($reasons !== []) {
            return $reasons;
        }
        $after = $this->roles->graph()->with($role->key, $role);
        if (! $this->isWithinOwn($after, $role->key, $operator) || ($before !== null && ! $this->isWithinOwn($this->roles->graph(), $role->key, $operator))) {
            return [new Reason('role.beyond_authority', 'permissions')];
        }
        $broken = (new DecideEffect($this->roles->graph(), $after, $this->roles->exclusions()))($this->holdings())->broken;

        return array_map(static fn (string $key, int $accounts): Reason => new Reason('role.would_break', 'includes', ['exclusion' => $key, 'accounts' => $accounts]), array_keys($broken), $broken);
    }

    /** @return list<Holding> */
    public function holdings(): array
    {
        return array_map(static fn (array $one): Holding => new Holding($one['held'], $one['accounts']), $this->assignments->holdings());
    }

    private function save(RoleDefinition $role, ?RoleDefinition $before, string $why, SignedIn $operator): Role
    {
        $reasons = $this->reasonsAgainst($role, $before, $operator);
        if ($reasons !== []) {
            throw Refusal::invalid($reasons);
        }
        $this->roles->write($role);
        $this->requireKeeper();
        $this->audit->record($before === null ? 'role.made' : 'role.changed', $operator->asOperator(), null, $before === null ? [] : self::told($before), self::told($role), $why === '' ? null : $why, 'role');

        return $this->roles->find($role->key) ?? throw Refusal::notFound();
    }

    /** Whether a role gives nothing over Kennel that the operator may not do. */
    public function isWithinOwn(RoleGraph $graph, string $key, SignedIn $operator): bool
    {
        return Authority::reaches(($this->held)($operator->accountId), $graph->permissionsOf([$key]));
    }

    private function requireKeeper(): void
    {
        if (! $this->keepers->isAnyUsable()) {
            throw Refusal::invalid([new Reason('role.last_keeper', 'permissions')]);
        }
    }

    /** @return array<string, mixed> as the trail says it */
    private static function told(RoleDefinition $role): array
    {
        return ['role' => $role->key, 'label' => $role->label, 'summary' => $role->summary, 'app' => $role->app, 'permissions' => implode(', ', $role->permissions), 'includes' => implode(', ', $role->includes)];
    }
}
