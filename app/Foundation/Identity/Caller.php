<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Identity;

use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Permissions\PermissionSet;

/** Who asks, and what they may. Queries that need a permission ask here, whoever the door is (docs/decisions/0004-permissions-twice.md). */
interface Caller
{
    public function find(): ?SignedIn;

    /** @throws Refusal when nobody is signed in */
    public function get(): SignedIn;

    /**
     * For operators.
     *
     * @throws Refusal without a session of the console, without full standing or without the permission
     */
    public function require(Permission $permission): SignedIn;

    /**
     * For what cannot be narrowed to some apps.
     *
     * @throws Refusal as require() does, and for an operator who is bounded to some apps
     */
    public function requireUnbounded(Permission $permission): SignedIn;

    public function permissions(): PermissionSet;

    /** @return list<string> what the account may do on one app; of Kennel itself nothing is among it */
    public function permissionsOn(?string $app): array;

    /** @return list<string>|null the apps whose accounts an operator sees; null for all, and for accounts of none */
    public function bounds(): ?array;
}
