<?php

declare(strict_types=1);

namespace Kennel\App\Platform\Identity;

use Kennel\App\Platform\Refusals\Refusal;
use Kennel\Core\Roles\PermissionSet;

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
    public function require(string $permission): SignedIn;

    public function permissions(): PermissionSet;
}
