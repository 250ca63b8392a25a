<?php

declare(strict_types=1);

namespace Kennel\App\Authorization;

use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\AccountList;
use Kennel\App\Directory\Accounts\Standings;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Directory\Roles\GiveableRoles;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Words;
use Kennel\Core\Authorization\DecideAccess;
use Kennel\Core\Authorization\DecideAssignment;
use Kennel\Core\Authorization\Way;
use Kennel\Core\Directory\Finding\Where;
use Kennel\Core\Directory\Roles\Assignment;
use Kennel\Core\Directory\Roles\Permission;
use Kennel\Core\Directory\Roles\RoleDefinition;
use Kennel\Core\Directory\Roles\RoleGraph;
use Kennel\Core\Foundation\Permissions\Permission as KennelPermission;
use Kennel\Core\Foundation\Reasons\Reason;
use Psr\Clock\ClockInterface;

/**
 * Why an account may do something or may not: by which assignments and roles, or what is missing and who could give it. At another moment the
 * assignments are those of then; roles and standing are as they are now, and the answer says so.
 */
final readonly class ExplainAccess
{
    private const GIVERS = 5;

    public function __construct(
        private AccountList $list,
        private Roles $roles,
        private Assignments $assignments,
        private Permissions $permissions,
        private GiveableRoles $giveable,
        private Standings $standings,
        private Words $words,
        private ClockInterface $clock,
    ) {
    }

    /**
     * @param  string|null  $app  that it is asked about; null for the permission's own
     * @param  \DateTimeImmutable|null  $at  null for now
     * @param  RoleDefinition|null  $draft  a role as it would be
     * @return array<string, mixed>
     *
     * @throws Refusal for an account or permission that is not there
     */
    public function __invoke(string $accountId, string $permission, ?string $app, ?\DateTimeImmutable $at, SignedIn $operator, ?RoleDefinition $draft = null): array
    {
        $account = $this->list->get($accountId);
        $asked = $this->permissions->get($permission);
        $app ??= $asked->app;
        $now = $this->clock->now();
        $graph = $draft === null ? $this->roles->graph() : $this->roles->graph()->with($draft->key, $draft);
        $standing = $this->standings->of($account);
        $assignments = [...$this->assignments->heldBy($account->id), ...$this->assignments->heldOnceBy($account->id)];
        $assignments = $at === null ? array_map(static fn (Assignment $one): Assignment => $one->begunBy($now), $assignments) : $assignments;
        $decision = (new DecideAccess($graph))($assignments, $asked->key, $app, $at ?? $now, $standing->access);

        return [
            'account' => ['id' => $account->id, 'name' => $account->name, 'status' => $account->status->value, 'access' => $standing->access->value, 'reasons' => $this->words->reasons($standing->reasons)],
            'permission' => ['key' => $asked->key, 'app' => $asked->app, 'description' => $asked->description],
            'app' => $app,
            'at' => Moment::write($at ?? $now),
            'is_now' => $at === null,
            'is_allowed' => $decision->isAllowed(),
            'code' => $decision->code,
            'message' => $this->words->say(new Reason("access.{$decision->code}")),
            'ways' => array_map(fn (Way $way): array => $this->way($way, $graph), $decision->ways),
            'would_allow' => $decision->isAllowed() ? [] : $this->wouldAllow($account, $asked, $app, $assignments, $graph, $operator),
            'givers' => $decision->isAllowed() ? [] : $this->givers(),
        ];
    }

    /** @return array<string, mixed> */
    private function way(Way $way, RoleGraph $graph): array
    {
        $one = $way->assignment;

        return [
            'end' => $way->end->value,
            'roles' => array_map(static fn (string $role): array => ['key' => $role, 'app' => $graph->appOf($role), 'permissions' => count($graph->permissionsOf([$role])->names), 'exists' => in_array($role, $graph->keys(), true)], $way->roles),
            'assigned_by' => $one->by,
            'why' => $one->why,
            'since' => Moment::write($one->since),
            'until' => $one->until === null ? null : Moment::write($one->until),
            'app' => $one->app,
        ];
    }

    /**
     * Roles by which it would be allowed, the one that adds least first.
     *
     * @param  list<Assignment>  $assignments
     * @return list<array<string, mixed>>
     */
    private function wouldAllow(Account $account, Permission $asked, ?string $app, array $assignments, RoleGraph $graph, SignedIn $operator): array
    {
        $now = $this->clock->now();
        $holding = array_values(array_filter($assignments, static fn (Assignment $one): bool => $one->holdsAt($now)));
        $has = $graph->grants(array_map(static fn (Assignment $one): array => [$one->role, $one->app], $holding));
        $decide = new DecideAssignment($graph, [], $this->roles->exclusions());
        $roles = [];
        foreach ($graph->allowing($asked->key, $app) as $role) {
            $roles[] = [
                'role' => $role,
                'app' => $graph->appOf($role),
                'adds' => array_values(array_diff($graph->permissionsOf([$role])->names, array_keys($has))),
                'is_giveable' => $this->giveable->includes($role, $operator->accountId) && $account->id !== $operator->accountId,
                'reasons' => $this->words->reasons($decide->excluded($role, array_map(static fn (Assignment $one): string => $one->role, $holding))),
            ];
        }
        usort($roles, static fn (array $one, array $other): int => [count($one['adds']), $one['role']] <=> [count($other['adds']), $other['role']]);

        return $roles;
    }

    /** @return list<array{id: string, name: string}> some of those who may give roles */
    private function givers(): array
    {
        $page = $this->list->page(null, Where::read((string) json_encode([['permission', 'is', KennelPermission::RolesGive->value], ['status', 'is', 'active']])), 'name', null, self::GIVERS);

        return array_map(static fn (Account $account): array => ['id' => $account->id, 'name' => $account->name], $page['items']);
    }
}
