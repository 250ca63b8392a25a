<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Installation;

/** The roles every Kennel has: without them nobody could begin. */
final class BuiltInRoles
{
    public const KEEPER = 'keeper';

    /** @var array<string, array{string, list<string>}> summary and permissions, by key */
    public const ALL = [
        self::KEEPER => ['Runs Kennel: may do everything.', ['kennel:*']],
        'auditor' => ['Reads the trail and the records, changes nothing.', ['kennel:console', 'kennel:audit.read', 'kennel:accounts.read', 'kennel:roles.read', 'kennel:apps.read']],
    ];
}
