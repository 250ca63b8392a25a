<?php

declare(strict_types=1);

namespace Kennel\Core\Foundation\Permissions;

/** The permissions an account holds. Empty by default, so whatever is not granted is denied. */
final readonly class PermissionSet
{
    /** @param  list<string>  $names such as "readings:enter"; "kennel:*" stands for every permission of that prefix */
    public function __construct(public array $names = [])
    {
    }

    public function allows(string $permission): bool
    {
        if (in_array($permission, $this->names, true)) {
            return true;
        }
        $prefix = strstr($permission, ':', true);

        return $prefix !== false && in_array("{$prefix}:*", $this->names, true);
    }
}
