<?php

declare(strict_types=1);

namespace Kennel\App\Authorization;

use Kennel\App\Directory\Accounts\AccountList;
use Kennel\App\Directory\Accounts\OperatorAuthority;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Directory\Roles\GiveableRoles;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Words;
use Kennel\Core\Authorization\DecideAssignment;
use Kennel\Core\Foundation\Reasons\Reason;

/** Every role there is, as a box beside an account: held or not, and why a box cannot be changed. */
final readonly class Checklist
{
    public function __construct(private AccountList $list, private Roles $roles, private Assignments $assignments, private GiveableRoles $giveable, private OperatorAuthority $authority, private Words $words)
    {
    }

    /**
     * @return list<array<string, mixed>>
     *
     * @throws Refusal when there is no such account
     */
    public function of(string $accountId, SignedIn $operator): array
    {
        $account = $this->list->get($accountId);
        $held = array_column($this->assignments->of($account->id), null, 'role');
        $graph = $this->roles->graph();
        $decide = new DecideAssignment($graph, [], $this->roles->exclusions());
        $isReached = $this->authority->reaches($operator, $account->id);

        return array_map(function (array $role) use ($account, $held, $graph, $decide, $operator, $isReached): array {
            $key = $role['key'];
            $through = isset($held[$key]) ? null : $this->through($key, array_map(strval(...), array_keys($held)));
            $reason = match (true) {
                $account->id === $operator->accountId => new Reason('account.self'),
                ! $isReached => new Reason('operator.beyond_authority'),
                ! $this->giveable->includes($key, $operator->accountId) => new Reason('role.beyond_authority'),
                $through !== null => new Reason('role.included_already', null, ['role' => $through]),
                isset($held[$key]) => null,
                default => $decide->excluded($key, array_map(strval(...), array_keys($held)))[0] ?? null,
            };

            return [
                'role' => $key,
                'label' => $role['label'],
                'summary' => $role['summary'],
                'role_app' => $role['app'],
                'permissions' => $graph->permissionsOf([$key])->names,
                'assignment' => $held[$key] ?? null,
                'through' => $through,
                'locked' => $reason?->code,
                'message' => $reason === null ? null : $this->words->say($reason),
            ];
        }, $this->roles->all());
    }

    /** @param  list<string>  $held */
    private function through(string $role, array $held): ?string
    {
        foreach ($held as $one) {
            if (in_array($role, $this->roles->graph()->closure([$one]), true)) {
                return $one;
            }
        }

        return null;
    }
}
