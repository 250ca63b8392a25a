<?php

declare(strict_types=1);

namespace Kennel\App\Roles;

use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\Core\Reasons\Reason;
use Kennel\Core\Roles\Assignment as Held;
use Kennel\Core\Roles\Authority;
use Kennel\Core\Roles\Exclusion;
use Kennel\Core\Roles\RoleDefinition;
use Kennel\Core\Roles\RoleGraph;
use Psr\Clock\ClockInterface;

/** The roles there are, who holds them, and giving and taking one. */
final class Roles
{
    private const ROWS_A_STATEMENT = 400;

    private ?RoleGraph $graph = null;

    /** @var array<string, string|null> */
    private array $catalogued = [];

    /** @var list<Exclusion>|null */
    private ?array $exclusions = null;

    /** As a part of statements, of an account called so: its assignments, one JSON list of [role, since, until, app]. Read by AccessFacts as part of its own query. */
    public const SUBQUERY = '(SELECT json_group_array(json_array(role_key, assigned_at, until, app_key)) FROM assignments WHERE account_id = %s)';

    public function __construct(private readonly ClockInterface $clock)
    {
    }

    public function graph(): RoleGraph
    {
        if ($this->graph === null) {
            $permissions = $includes = $apps = $this->catalogued = [];
            // In one statement: it is asked at every request that needs a permission.
            $rows = Role::query()->toBase()->selectRaw("'role' AS what, key AS one, app_key AS other")
                ->unionAll(RolePermission::query()->toBase()->selectRaw("'carries', role_key, permission"))
                ->unionAll(RoleInclude::query()->toBase()->selectRaw("'includes', role_key, included_key"))
                ->unionAll(CataloguedPermission::query()->toBase()->selectRaw("'permission', key, app_key"));
            foreach ($rows->get() as $row) {
                match ($row->what) {
                    'role' => [$permissions[$row->one] ??= [], $row->other === null ? null : $apps[$row->one] = $row->other],
                    'carries' => $permissions[$row->one][] = $row->other,
                    'includes' => $includes[$row->one][] = $row->other,
                    default => $this->catalogued[$row->one] = $row->other,
                };
            }
            $this->graph = new RoleGraph($permissions, $includes, $apps);
        }

        return $this->graph;
    }

    /** @return array<string, string|null> the app of each permission that apps ask about, by key */
    public function catalogued(): array
    {
        $this->graph();

        return $this->catalogued;
    }

    /** @return list<Exclusion> by key */
    public function exclusions(): array
    {
        return $this->exclusions ??= array_values(RoleExclusion::query()->with('roles')->orderBy('key')->get()->map(
            static fn (RoleExclusion $row): Exclusion => new Exclusion($row->key, array_values($row->roles->pluck('role_key')->all()), $row->too_many, $row->why),
        )->all());
    }

    /** @return list<CataloguedPermission> what apps ask about, by key */
    public function catalogue(): array
    {
        return array_values(CataloguedPermission::query()->orderBy('key')->get()->all());
    }

    public function catalog(string $key, ?string $app, string $description): void
    {
        CataloguedPermission::query()->updateOrInsert(['key' => $key], ['app_key' => $app, 'description' => $description]);
        $this->readAgain();
    }

    /** @return bool false when there is none of this key */
    public function uncatalog(string $key): bool
    {
        $isGone = CataloguedPermission::query()->whereKey($key)->delete() === 1;
        $this->readAgain();

        return $isGone;
    }

    /** As it was decided: there is one of this key from now on. */
    public function writeExclusion(Exclusion $exclusion): void
    {
        RoleExclusion::query()->updateOrInsert(['key' => $exclusion->key], ['too_many' => $exclusion->tooMany, 'why' => $exclusion->why]);
        ExcludedRole::query()->where('exclusion_key', $exclusion->key)->delete();
        ExcludedRole::query()->insert(array_map(static fn (string $role): array => ['exclusion_key' => $exclusion->key, 'role_key' => $role], $exclusion->roles));
        $this->readAgain();
    }

    public function removeExclusion(string $key): void
    {
        RoleExclusion::query()->whereKey($key)->delete();
        $this->readAgain();
    }

    /** Reads roles and exclusions afresh: inside a transaction that relies upon them, and once one has changed them. */
    public function readAgain(): self
    {
        $this->graph = $this->exclusions = null;

        return $this;
    }

    /** @return list<array{key: string, label: string, summary: string, app: string|null, permissions: list<string>, includes: list<string>, holders: int, version: int}> */
    public function all(): array
    {
        $holders = Assignment::holding($this->clock->now())->toBase()->groupBy('role_key')->selectRaw('role_key, count(*) AS holders')->pluck('holders', 'role_key');

        return array_values(Role::query()->with(['permissions', 'includes'])->orderBy('key')->get()->map(static fn (Role $role): array => [
            ...self::shown($role),
            'holders' => (int) ($holders[$role->key] ?? 0),
            'version' => $role->version,
        ])->all());
    }

    public function find(string $key): ?Role
    {
        return Role::query()->with(['permissions', 'includes'])->whereKey($key)->first();
    }

    public static function definition(Role $role): RoleDefinition
    {
        $shown = self::shown($role);

        return new RoleDefinition($shown['key'], $shown['label'], $shown['summary'], $shown['app'], $shown['permissions'], $shown['includes']);
    }

    /** @return list<string> */
    public function keys(): array
    {
        return array_values(Role::query()->orderBy('key')->pluck('key')->all());
    }

    /** @return list<array{role: string, assigned_by: string, why: string, assigned_at: string, until: string|null, app: string|null}> those that hold */
    public function of(string $accountId): array
    {
        return array_values(Assignment::holding($this->clock->now())->where('account_id', $accountId)->orderBy('role_key')->get()
            ->map(static fn (Assignment $row): array => ['role' => $row->role_key, 'assigned_by' => $row->assigned_by, 'why' => $row->why, 'assigned_at' => $row->assigned_at, 'until' => $row->until, 'app' => $row->app_key])->all());
    }

    /** @return list<Held> those that hold, and those that lapsed and are still there */
    public function assignmentsOf(string $accountId): array
    {
        return array_values(Assignment::query()->where('account_id', $accountId)->orderBy('role_key')->get()->map(static fn (Assignment $row): Held => $row->toCore())->all());
    }

    /**
     * @param  list<string>  $accountIds
     * @return array<string, list<Held>> by account
     */
    public function assignmentsOfAll(array $accountIds): array
    {
        $held = [];
        foreach ($accountIds === [] ? [] : Assignment::query()->whereIn('account_id', $accountIds)->get() as $row) {
            $held[$row->account_id][] = $row->toCore();
        }

        return $held;
    }

    /** @return list<Held> what SUBQUERY gave */
    public static function decode(string $json): array
    {
        /** @var list<array{string, string, string|null, string|null}> $rows */
        $rows = json_decode($json, true, flags: JSON_THROW_ON_ERROR);

        return array_map(static fn (array $row): Held => new Held($row[0], Moment::read($row[1]), Moment::readOrNull($row[2]), $row[3]), $rows);
    }

    /** @return list<Held> those that ended, the last first */
    public function pastOf(string $accountId): array
    {
        return array_values(PastAssignment::query()->where('account_id', $accountId)->orderByDesc('seq')->limit(200)->get()->map(static fn (PastAssignment $row): Held => $row->toCore())->all());
    }

    /**
     * @param  list<string>  $accountIds
     * @return array<string, list<string>> keys of roles that hold, by account; an account without any is left out
     */
    public function ofAll(array $accountIds): array
    {
        $roles = [];
        foreach (Assignment::holding($this->clock->now())->toBase()->whereIn('account_id', $accountIds)->orderBy('role_key')->get(['account_id', 'role_key']) as $row) {
            $roles[(string) $row->account_id][] = (string) $row->role_key;
        }

        return $roles;
    }

    /**
     * A role that Kennel brings along.
     *
     * @param  list<string>  $permissions
     * @return bool false when there is one of this key, which stays as it is
     */
    public function define(string $key, string $summary, array $permissions): bool
    {
        if (Role::query()->whereKey($key)->exists()) {
            return false;
        }
        $this->write(new RoleDefinition($key, $key, $summary, null, $permissions, []));

        return true;
    }

    /** As it was decided. A version behind the one there was. */
    public function write(RoleDefinition $role): void
    {
        $values = ['label' => $role->label, 'summary' => $role->summary, 'app_key' => $role->app];
        if (Role::query()->whereKey($role->key)->increment('version', 1, $values) === 0) {
            Role::query()->create(['key' => $role->key, ...$values]);
        }
        RolePermission::query()->where('role_key', $role->key)->delete();
        RolePermission::query()->insert(array_map(static fn (string $permission): array => ['role_key' => $role->key, 'permission' => $permission], $role->permissions));
        RoleInclude::query()->where('role_key', $role->key)->delete();
        RoleInclude::query()->insert(array_map(static fn (string $included): array => ['role_key' => $role->key, 'included_key' => $included], $role->includes));
        $this->readAgain();
    }

    /** With everything that names it; whoever holds it holds it no more. */
    public function remove(string $key, ?string $by, string $why): void
    {
        $this->end(Assignment::query()->where('role_key', $key), $by, $why);
        Role::query()->whereKey($key)->delete();
        $this->readAgain();
    }

    /** @throws Refusal where an exclusion would be broken */
    public function assign(string $accountId, string $role, string $by, string $why, ?\DateTimeImmutable $until = null, ?string $app = null): void
    {
        $this->requireNoneExcluded([$accountId], [$role]);
        $this->end(Assignment::query()->where('account_id', $accountId)->where('role_key', $role), $by, 'given anew');
        Assignment::query()->insert([
            'account_id' => $accountId,
            'role_key' => $role,
            'assigned_by' => $by,
            'why' => $why,
            'assigned_at' => Moment::write($this->clock->now()),
            'until' => $until === null ? null : Moment::write($until),
            'app_key' => $app,
        ]);
    }

    /**
     * @param  list<string>  $accountIds
     * @param  list<string>  $roles
     *
     * @throws Refusal where an exclusion would be broken
     */
    public function assignAll(array $accountIds, array $roles, string $by, string $why): void
    {
        $this->requireNoneExcluded($accountIds, $roles);
        $at = Moment::write($this->clock->now());
        // What lapsed is out of the way of what is given anew.
        $this->tidyLapsed();
        foreach ($roles as $role) {
            foreach (array_chunk($accountIds, self::ROWS_A_STATEMENT) as $some) {
                Assignment::query()->insert(array_map(
                    static fn (string $id): array => ['account_id' => $id, 'role_key' => $role, 'assigned_by' => $by, 'why' => $why, 'assigned_at' => $at],
                    $some,
                ));
            }
        }
    }

    public function exists(string $key): bool
    {
        return Role::query()->whereKey($key)->exists();
    }

    /** @param  list<string>  $accountIds */
    public function takeAll(array $accountIds, string $role, ?string $by = null, string $why = ''): void
    {
        foreach (array_chunk($accountIds, self::ROWS_A_STATEMENT) as $some) {
            $this->end(Assignment::query()->where('role_key', $role)->whereIn('account_id', $some), $by, $why);
        }
    }

    /**
     * Who may do something with Kennel and may not enter its console: mostly because a role grew by inclusion, and nobody meant it.
     *
     * @return array{roles: list<string>, accounts: int} the roles that give it, and how many hold one, counted as far as most
     */
    public function overgrown(int $most): array
    {
        $graph = $this->graph();
        $enters = fn (string $role): bool => $graph->permissionsOf([$role])->allows('kennel:console');
        $roles = array_values(array_filter($graph->keys(), static fn (string $role): bool => ! $enters($role) && Authority::over($graph->permissionsOf([$role])) !== []));
        if ($roles === []) {
            return ['roles' => [], 'accounts' => 0];
        }
        $entering = Assignment::holding($this->clock->now())->whereIn('role_key', array_values(array_filter($graph->keys(), $enters)))->select('account_id');
        $held = Assignment::holding($this->clock->now())->whereIn('role_key', $roles)->whereNotIn('account_id', $entering)->select('account_id')->distinct()->limit($most);

        return ['roles' => $roles, 'accounts' => Assignment::query()->fromSub($held, 'held')->count()];
    }

    /**
     * Which roles accounts hold, and how many hold the same. Accounts that hold none are left out.
     *
     * @return list<array{held: list<array{0: string, 1: string|null}>, text: string, accounts: int}>
     */
    public function holdings(): array
    {
        $rows = Assignment::query()->toBase()->fromSub($this->perAccount(), 'held')->groupBy('held')->selectRaw('held, count(*) AS accounts')->get();

        return array_values($rows->map(static fn (object $row): array => [
            'held' => array_map(static function (string $one): array {
                [$role, $app] = explode('@', $one);

                return [$role, $app === '' ? null : $app];
            }, explode(' ', (string) $row->held)),
            'text' => (string) $row->held,
            'accounts' => (int) $row->accounts,
        ])->all());
    }

    /**
     * Some of the accounts that hold exactly these.
     *
     * @param  list<string>  $texts  as holdings() has them
     * @return array<string, string> texts by account, in the order of ids
     */
    public function whoHold(array $texts, string $after, int $limit): array
    {
        /** @var array<string, string> $found */
        $found = Assignment::query()->toBase()->fromSub($this->perAccount(), 'held')->whereIn('held', $texts)->where('account_id', '>', $after)->orderBy('account_id')->limit($limit)->pluck('held', 'account_id')->all();

        return $found;
    }

    /** Moves what lapsed to what was held once. Nothing depends on it: a lapse is a lapse from its moment on. @return int how many */
    public function tidyLapsed(): int
    {
        return $this->end(Assignment::query()->whereNotNull('until')->where('until', '<=', Moment::write($this->clock->now())), null, 'its time was over');
    }

    /**
     * Those that give nothing over Kennel itself. Publishing refuses the others as default roles; a role may have grown since.
     *
     * @param  list<string>  $roles
     * @return list<string>
     */
    public function harmless(array $roles): array
    {
        return array_values(array_filter($roles, fn (string $role): bool => Authority::over($this->graph()->permissionsOf([$role])) === []));
    }

    /** @return list<string> role keys, whether the permission is their own or included, for whichever app */
    public function allowing(string $permission): array
    {
        return array_values(array_filter($this->keys(), fn (string $key): bool => $this->graph()->permissionsOf([$key])->allows($permission)));
    }

    /**
     * Accounts that hold one of the roles, for good and wherever it counts.
     *
     * @param  list<string>  $roles
     * @return list<string>
     */
    public function holdersForGood(array $roles): array
    {
        return array_values(Assignment::query()->whereNull('until')->whereNull('app_key')->whereIn('role_key', $roles)->distinct()->orderBy('account_id')->pluck('account_id')->all());
    }

    /**
     * @param  list<string>  $accountIds
     * @param  list<string>  $given
     *
     * @throws Refusal
     */
    private function requireNoneExcluded(array $accountIds, array $given): void
    {
        $this->readAgain();
        $exclusions = array_filter($this->exclusions(), fn (Exclusion $one): bool => array_intersect($one->roles, $this->graph()->closure($given)) !== []);
        if ($exclusions === []) {
            return;
        }
        foreach (array_chunk($accountIds, self::ROWS_A_STATEMENT) as $some) {
            $held = $this->ofAll($some);
            foreach ($some as $id) {
                foreach ($exclusions as $exclusion) {
                    $roles = $exclusion->brokenBy([...$held[$id] ?? [], ...$given], $this->graph());
                    if ($roles !== []) {
                        throw Refusal::invalid([new Reason('role.excluded', 'roles', ['exclusion' => $exclusion->key, 'roles' => $roles])]);
                    }
                }
            }
        }
    }

    private function perAccount(): \Illuminate\Database\Query\Builder
    {
        $ordered = Assignment::holding($this->clock->now())->select('account_id', 'role_key', 'app_key')->orderBy('account_id')->orderBy('role_key');

        return Assignment::query()->toBase()->fromSub($ordered, 'ordered')->groupBy('account_id')->selectRaw("account_id, group_concat(role_key || '@' || ifnull(app_key, ''), ' ') AS held");
    }

    /** @param  \Illuminate\Database\Eloquent\Builder<Assignment>  $ending */
    private function end(\Illuminate\Database\Eloquent\Builder $ending, ?string $by, string $why): int
    {
        $now = Moment::write($this->clock->now());
        PastAssignment::query()->insertUsing(
            ['account_id', 'role_key', 'app_key', 'assigned_by', 'why', 'assigned_at', 'until', 'ended_by', 'ended_why'],
            $ending->clone()->toBase()->selectRaw('account_id, role_key, app_key, assigned_by, why, assigned_at, min(ifnull(until, ?), ?), ?, ?', [$now, $now, $by, $why]),
        );

        return (int) $ending->delete();
    }

    /** @return array{key: string, label: string, summary: string, app: string|null, permissions: list<string>, includes: list<string>} */
    private static function shown(Role $role): array
    {
        return [
            'key' => $role->key,
            'label' => $role->label,
            'summary' => $role->summary,
            'app' => $role->app_key,
            'permissions' => array_values($role->permissions->pluck('permission')->all()),
            'includes' => array_values($role->includes->pluck('included_key')->all()),
        ];
    }
}
