<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Console;

use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Foundation\Identity\Access;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Permissions\PermissionSet;

/** The operator that a command acts as. */
final readonly class CommandCaller implements Caller
{
    /** @param  list<string>|null  $bounds */
    public function __construct(private SignedIn $operator, private PermissionSet $permissions, private ?array $bounds)
    {
    }

    public function find(): SignedIn
    {
        return $this->operator;
    }

    public function get(): SignedIn
    {
        return $this->operator;
    }

    /** @throws Refusal without full standing or without the permission */
    public function require(Permission $permission): SignedIn
    {
        if ($this->operator->access !== Access::Full) {
            throw Refusal::notAllowed('session.limited', $this->operator->reasons);
        }
        if (! $this->permissions->allows($permission->value)) {
            throw Refusal::missing($permission);
        }

        return $this->operator;
    }

    /** @throws Refusal as require() does, and for an operator who is bounded to some apps */
    public function requireUnbounded(Permission $permission): SignedIn
    {
        $this->require($permission);

        return $this->bounds === null ? $this->operator : throw Refusal::notAllowed('operator.bounded');
    }

    public function bounds(): ?array
    {
        return $this->bounds;
    }

    public function permissions(): PermissionSet
    {
        return $this->permissions;
    }

    /** A command acts upon Kennel, in no app. */
    public function permissionsOn(?string $app): array
    {
        return [];
    }
}
