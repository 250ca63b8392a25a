<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Roles;

use Kennel\Core\Foundation\Permissions\PermissionSet;

/**
 * Whom an operator may act on: accounts whose permissions over Kennel ("kennel:…") are all among the operator's own. Without it
 * whoever may set passwords could set a keeper's, and sign in as one.
 *
 * Permissions of the apps are not compared: a support desk holds none of them, and looks after those who do.
 */
final class Authority
{
    public const PREFIX = 'kennel:';

    public static function reaches(PermissionSet $operator, PermissionSet $account): bool
    {
        return self::lacking($operator, $account) === [];
    }

    /** @return list<string> what the account may do with Kennel and the operator may not */
    public static function lacking(PermissionSet $operator, PermissionSet $account): array
    {
        return array_values(array_filter(self::over($account), static fn (string $name): bool => ! $operator->allows($name)));
    }

    /** @return list<string> the permissions over Kennel itself */
    public static function over(PermissionSet $permissions): array
    {
        return array_values(array_filter($permissions->names, static fn (string $name): bool => str_starts_with($name, self::PREFIX)));
    }
}
