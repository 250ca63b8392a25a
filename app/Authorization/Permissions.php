<?php

declare(strict_types=1);

namespace Kennel\App\Authorization;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Authorization\DecideRole;
use Kennel\Core\Directory\Roles\Permission;
use Kennel\Core\Foundation\Permissions\Permission as KennelPermission;
use Kennel\Core\Foundation\Reasons\Reason;

/** The catalogue of permissions: Kennel's own, and those the apps ask about, which are registered before a role can carry them. */
final readonly class Permissions
{
    private const LONGEST_DESCRIPTION = 300;

    public function __construct(private ConnectionInterface $database, private Apps $apps, private Roles $roles, private AuditTrail $audit)
    {
    }

    /** @return array<string, Permission> by key */
    public function all(): array
    {
        $permissions = [];
        foreach (KennelPermission::catalogue() as $key => $description) {
            $permissions[$key] = new Permission($key, null, $description);
        }
        foreach ($this->roles->catalogue() as $row) {
            $permissions[$row->key] = new Permission($row->key, $row->app_key, $row->description);
        }
        ksort($permissions);

        return $permissions;
    }

    /** @throws Refusal for one that is not in the catalogue, with the one that was probably meant */
    public function get(string $key, string $field = 'permission'): Permission
    {
        $all = $this->all();

        return $all[$key] ?? throw Refusal::invalid([DecideRole::unknown($key, array_keys($all), $field)]);
    }

    /** @throws Refusal for what is invalid */
    public function register(string $key, ?string $app, string $description, SignedIn $operator): Permission
    {
        $description = trim($description);
        $reasons = array_values(array_filter([
            preg_match(Permission::PATTERN, $key) !== 1 || str_ends_with($key, '*') ? new Reason('permission.key', 'key') : null,
            (new Permission($key, null, ''))->isKennels() ? new Reason('permission.kennels', 'key') : null,
            $app !== null && $this->apps->find($app) === null ? new Reason('role.app_unknown', 'app', ['app' => mb_substr($app, 0, 60)]) : null,
            $description === '' || mb_strlen($description) > self::LONGEST_DESCRIPTION ? new Reason('permission.description', 'description', ['maximum' => self::LONGEST_DESCRIPTION]) : null,
        ]));
        if ($reasons !== []) {
            throw Refusal::invalid($reasons);
        }

        return $this->database->transaction(function () use ($key, $app, $description, $operator): Permission {
            $before = $this->all()[$key] ?? null;
            $this->roles->catalog($key, $app, $description);
            $this->audit->record(
                $before === null ? 'permission.registered' : 'permission.changed',
                $operator->asOperator(),
                null,
                $before === null ? [] : ['permission' => $key, 'app' => $before->app, 'description' => $before->description],
                ['permission' => $key, 'app' => $app, 'description' => $description],
                record: 'permission',
            );

            return new Permission($key, $app, $description);
        });
    }

    /** @throws Refusal while a role carries it */
    public function remove(string $key, SignedIn $operator): void
    {
        $this->database->transaction(function () use ($key, $operator): void {
            $carrying = array_values(array_filter($this->roles->readAgain()->keys(), fn (string $role): bool => in_array($key, $this->roles->graph()->own($role), true)));
            if ($carrying !== []) {
                throw Refusal::invalid([new Reason('permission.carried', 'key', ['roles' => $carrying])]);
            }
            if (! $this->roles->uncatalog($key)) {
                throw Refusal::notFound();
            }
            $this->audit->record('permission.removed', $operator->asOperator(), null, ['permission' => $key], ['permission' => null], record: 'permission');
        });
    }
}
