<?php

declare(strict_types=1);

namespace Kennel\App\Roles;

use Illuminate\Database\ConnectionInterface;
use Kennel\Core\Roles\PermissionSet;

/** What an account may do, from its roles and the roles those include. Read afresh at each request: a change acts at once. */
final readonly class PermissionsOfAccount
{
    public function __construct(private ConnectionInterface $database, private Roles $roles)
    {
    }

    public function __invoke(string $accountId): PermissionSet
    {
        /** @var list<string> $assigned */
        $assigned = $this->database->table('assignments')->where('account_id', $accountId)->pluck('role_key')->all();

        return $assigned === [] ? new PermissionSet : $this->roles->graph()->permissionsOf($assigned);
    }
}
