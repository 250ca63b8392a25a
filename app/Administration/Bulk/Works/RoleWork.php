<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Bulk\Works;

use Kennel\App\Administration\Bulk\BulkRun;
use Kennel\App\Administration\Bulk\Work;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Directory\Roles\GiveableRoles;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Administration\Bulk\Change;
use Kennel\Core\Authorization\DecideAssignment;
use Kennel\Core\Foundation\Reasons\Reason;

/** Gives many a role, or takes it. Nobody gives what they do not hold themselves. */
final readonly class RoleWork implements Work
{
    public function __construct(private Roles $roles, private Assignments $assignments, private GiveableRoles $giveable, private Accounts $accounts, private bool $gives)
    {
    }

    public function read(array $parameters, string $operatorId): array
    {
        $role = is_string($parameters['role'] ?? null) ? $parameters['role'] : '';
        if (! $this->roles->exists($role)) {
            throw Refusal::invalid([new Reason('role.unknown', 'parameters.role')]);
        }
        if (! $this->giveable->includes($role, $operatorId)) {
            throw Refusal::invalid([new Reason('role.beyond_authority', 'parameters.role')]);
        }

        return ['role' => $role];
    }

    public function reasonAgainst(array $parameters, string $operatorId): ?string
    {
        return $this->giveable->includes((string) $parameters['role'], $operatorId) ? null : 'role.beyond_authority';
    }

    public function plan(array $accounts, array $parameters, string $operatorId): array
    {
        $role = (string) $parameters['role'];
        $held = $this->assignments->ofAll(array_column($accounts, 'id'));
        $decide = new DecideAssignment($this->roles->graph(), [], $this->roles->exclusions());
        $planned = [];
        foreach ($accounts as $account) {
            $has = in_array($role, $held[$account->id] ?? [], true);
            $planned[$account->seq] = match (true) {
                $has === $this->gives => $this->gives ? 'role.held_already' : 'role.not_held',
                $account->id === $operatorId => 'account.self',
                $this->gives && $decide->excluded($role, $held[$account->id] ?? []) !== [] => 'role.excluded',
                default => new Change(['role' => $has ? $role : 'none'], ['role' => $has ? 'none' : $role]),
            };
        }

        return $planned;
    }

    public function write(array $accounts, array $changes, array $parameters, BulkRun $run): void
    {
        $role = (string) $parameters['role'];
        $given = array_values(array_filter($accounts, static fn (Account $account): bool => $changes[$account->seq]->after['role'] === $role));
        $taken = array_values(array_filter($accounts, static fn (Account $account): bool => $changes[$account->seq]->after['role'] !== $role));
        $this->assignments->assignAll(array_column($given, 'id'), [$role], $run->operator_name, (string) $run->why);
        $this->assignments->takeAll(array_column($taken, 'id'), $role, $run->operator_name, (string) $run->why);
        $this->accounts->changeAll($accounts, []);
    }

    public function weakens(Change $change): bool
    {
        return $change->after['role'] === 'none';
    }
}
