<?php

declare(strict_types=1);

namespace Kennel\Core\Authorization;

use Kennel\Core\Directory\Roles\Assignment;

/** One way from an account to a permission, or as far as it goes: the assignment it begins with, the roles it leads through, and how it ends. */
final readonly class Way
{
    /** @param  non-empty-list<string>  $roles  from the assigned one to the one it ends at */
    public function __construct(public Assignment $assignment, public array $roles, public WayEnd $end)
    {
    }
}
