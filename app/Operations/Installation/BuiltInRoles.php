<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Installation;

use Kennel\Core\Foundation\Permissions\Permission;

/** The roles every Kennel has: without them nobody could begin. */
final class BuiltInRoles
{
    public const KEEPER = 'keeper';

    /** @var array<string, array{string, list<string>}> summary and permissions, by key */
    public const ALL = [
        self::KEEPER => ['Runs Kennel: may do everything.', [Permission::Everything->value]],
        'auditor' => ['Reads the trail and the records, changes nothing.', [Permission::Console->value, Permission::AuditRead->value, Permission::AccountsRead->value, Permission::RolesRead->value, Permission::AppsRead->value]],
    ];
}
