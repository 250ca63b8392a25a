<?php

declare(strict_types=1);

namespace Kennel\App\Authorization;

use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\AccountList;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Moment;
use Kennel\Core\Authorization\DecideAccess;
use Kennel\Core\Authorization\Way;
use Kennel\Core\Authorization\WayEnd;
use Kennel\Core\Directory\Finding\Where;
use Kennel\Core\Directory\Roles\Assignment;
use Kennel\Core\Directory\Roles\Permission;
use Kennel\Core\Foundation\Identity\Access;
use Psr\Clock\ClockInterface;

/** Who holds a role, with who gave it; and who may do something, with the way to it. */
final readonly class RoleHolders
{
    public function __construct(private AccountList $list, private Roles $roles, private Assignments $assignments, private ClockInterface $clock)
    {
    }

    /** @return array{items: list<array<string, mixed>>, next: string|null, total: int, total_is_exact: bool} */
    public function of(string $role, ?string $search, ?string $cursor, int $limit): array
    {
        return $this->page('role', $role, $search, $cursor, $limit, fn (Account $account, array $assignments): array => [
            'ways' => array_map(fn (Assignment $one): array => self::told($one, [$role]), array_values(array_filter($assignments, fn (Assignment $one): bool => $one->role === $role))),
        ]);
    }

    /** @return array{items: list<array<string, mixed>>, next: string|null, total: int, total_is_exact: bool} */
    public function whoMay(Permission $permission, ?string $app, ?string $search, ?string $cursor, int $limit): array
    {
        $decide = new DecideAccess($this->roles->graph());
        $app ??= $permission->app;

        return $this->page('permission', $permission->key, $search, $cursor, $limit, function (Account $account, array $assignments) use ($decide, $permission, $app): array {
            $reaching = array_filter($decide($assignments, $permission->key, $app, $this->clock->now(), Access::Full)->ways, static fn (Way $way): bool => in_array($way->end, [WayEnd::Reaches, WayEnd::OtherApp], true));

            return ['ways' => array_map(fn (Way $way): array => self::told($way->assignment, $way->roles), array_values($reaching))];
        });
    }

    /**
     * @param  \Closure(Account, list<Assignment>): array<string, mixed>  $more
     * @return array{items: list<array<string, mixed>>, next: string|null, total: int, total_is_exact: bool}
     */
    private function page(string $subject, string $value, ?string $search, ?string $cursor, int $limit, \Closure $more): array
    {
        $page = $this->list->page($search, Where::read((string) json_encode([[$subject, 'is', $value]])), 'name', $cursor, $limit);
        $now = $this->clock->now();
        $assignments = $this->assignments->heldByAll(array_column($page['items'], 'id'));

        return [...$page, 'items' => array_map(static fn (Account $account): array => [
            'id' => $account->id,
            'name' => $account->name,
            'email' => $account->email,
            'status' => $account->status->value,
            ...$more($account, array_values(array_filter($assignments[$account->id] ?? [], static fn (Assignment $one): bool => $one->begunBy($now)->holdsAt($now)))),
        ], $page['items'])];
    }

    /**
     * @param  list<string>  $roles
     * @return array<string, mixed>
     */
    private static function told(Assignment $one, array $roles): array
    {
        return ['roles' => $roles, 'assigned_by' => $one->by, 'why' => $one->why, 'since' => Moment::write($one->since), 'until' => $one->until === null ? null : Moment::write($one->until), 'app' => $one->app];
    }
}
