<?php

declare(strict_types=1);

namespace Kennel\App\Roles;

use Kennel\Core\Roles\PermissionSet;

/** What an account may do, from its roles and the roles those include. Read afresh at each request: a change acts at once. */
final readonly class PermissionsOfAccount
{
    public function __construct(private Roles $roles)
    {
    }

    public function __invoke(string $accountId): PermissionSet
    {
        /** @var list<string> $assigned */
        $assigned = Assignment::query()->where('account_id', $accountId)->pluck('role_key')->all();

        return $assigned === [] ? new PermissionSet : $this->roles->graph()->permissionsOf($assigned);
    }
}
