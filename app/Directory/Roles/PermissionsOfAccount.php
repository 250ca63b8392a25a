<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Roles;

use Kennel\Core\Directory\Roles\Bounds;
use Kennel\Core\Foundation\Permissions\PermissionSet;
use Psr\Clock\ClockInterface;

/** What an account may do, from its roles and the roles those include. Read afresh at each request: a change acts at once, and so does a lapse. */
final readonly class PermissionsOfAccount
{
    public function __construct(private Roles $roles, private ClockInterface $clock)
    {
    }

    /**
     * What it may do wherever it is asked: an assignment or a role for one app counts in questions about that app alone. Of an operator who is bounded, what
     * they may do with Kennel in every app they are bounded to.
     */
    public function __invoke(string $accountId): PermissionSet
    {
        return Bounds::permissions($this->grants($accountId));
    }

    /** Reads roles afresh: inside a transaction that relies upon them. */
    public function readAgain(): void
    {
        $this->roles->readAgain();
    }

    /** @return list<string>|null the apps an operator is bounded to; null for whoever is not, or is none */
    public function bounds(string $accountId): ?array
    {
        return Bounds::of($this->grants($accountId));
    }

    /** @return array<string, list<string|null>> apps by permission; null for wherever it is asked */
    public function grants(string $accountId): array
    {
        $assigned = Assignment::holding($this->clock->now())->where('account_id', $accountId)->toBase()->get(['role_key', 'app_key'])
            ->map(static fn (object $row): array => [(string) $row->role_key, $row->app_key === null ? null : (string) $row->app_key])->all();

        return $assigned === [] ? [] : $this->roles->graph()->grants(array_values($assigned));
    }

    /**
     * @param  list<string>  $accountIds
     * @return array<string, array<string, list<string|null>>> grants by account; of accounts without roles nothing
     */
    public function grantsOfAll(array $accountIds): array
    {
        $assigned = [];
        foreach (Assignment::holding($this->clock->now())->toBase()->whereIn('account_id', $accountIds)->get(['account_id', 'role_key', 'app_key']) as $row) {
            $assigned[(string) $row->account_id][] = [(string) $row->role_key, $row->app_key === null ? null : (string) $row->app_key];
        }
        $graph = $this->roles->graph();
        $known = [];

        // Many hold the same.
        return array_map(static function (array $held) use ($graph, &$known): array {
            return $known[json_encode($held)] ??= $graph->grants($held);
        }, $assigned);
    }
}
