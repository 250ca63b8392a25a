<?php

declare(strict_types=1);

namespace Kennel\App\Roles;

use Kennel\Core\Roles\PermissionSet;
use Psr\Clock\ClockInterface;

/** What an account may do, from its roles and the roles those include. Read afresh at each request: a change acts at once, and so does a lapse. */
final readonly class PermissionsOfAccount
{
    public function __construct(private Roles $roles, private ClockInterface $clock)
    {
    }

    /** What it may do wherever it is asked: an assignment or a role for one app counts in questions about that app alone. */
    public function __invoke(string $accountId): PermissionSet
    {
        $names = array_keys(array_filter($this->grants($accountId), static fn (array $apps): bool => in_array(null, $apps, true)));

        return new PermissionSet($names);
    }

    /** What it may do in any app, or with Kennel itself: for who asks whether somebody may do more than they. */
    public function anywhere(string $accountId): PermissionSet
    {
        return new PermissionSet(array_keys($this->grants($accountId)));
    }

    /** @return array<string, list<string|null>> apps by permission; null for wherever it is asked */
    public function grants(string $accountId): array
    {
        $assigned = Assignment::holding($this->clock->now())->where('account_id', $accountId)->toBase()->get(['role_key', 'app_key'])
            ->map(static fn (object $row): array => [(string) $row->role_key, $row->app_key === null ? null : (string) $row->app_key])->all();

        return $assigned === [] ? [] : $this->roles->graph()->grants(array_values($assigned));
    }
}
