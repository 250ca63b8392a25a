<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Roles;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Query\Builder as Rows;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Directory\Roles\Assignment as Held;
use Kennel\Core\Directory\Roles\Authority;
use Kennel\Core\Directory\Roles\Excluded;
use Kennel\Core\Directory\Roles\Exclusion;
use Kennel\Core\Foundation\Permissions\Permission;
use Psr\Clock\ClockInterface;

/** Who holds which role, since when, until when and for which app; giving and taking one. What was held once stays known. */
final readonly class Assignments
{
    private const ROWS_A_STATEMENT = 400;

    /** As a part of statements, of an account called so: its assignments, one JSON list of [role, until, app, since]. Read by AccessFacts and CurrentSession as part of their own queries. */
    public const SUBQUERY = '(SELECT json_group_array(json_array(role_key, until, app_key, assigned_at)) FROM assignments WHERE account_id = %s)';

    public function __construct(private Roles $roles, private ClockInterface $clock)
    {
    }

    /** @return list<array{role: string, assigned_by: string, why: string, assigned_at: string, until: string|null, app: string|null}> those that hold */
    public function of(string $accountId): array
    {
        return array_values(Assignment::holding($this->clock->now())->where('account_id', $accountId)->orderBy('role_key')->get()
            ->map(static fn (Assignment $row): array => ['role' => $row->role_key, 'assigned_by' => $row->assigned_by, 'why' => $row->why, 'assigned_at' => $row->assigned_at, 'until' => $row->until, 'app' => $row->app_key])->all());
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

    /** @return list<Held> those that hold, and those that lapsed and are still there */
    public function heldBy(string $accountId): array
    {
        return array_values(Assignment::query()->where('account_id', $accountId)->orderBy('role_key')->get()->map(static fn (Assignment $row): Held => $row->toCore())->all());
    }

    /**
     * @param  list<string>  $accountIds
     * @return array<string, list<Held>> by account
     */
    public function heldByAll(array $accountIds): array
    {
        $held = [];
        foreach ($accountIds === [] ? [] : Assignment::query()->whereIn('account_id', $accountIds)->get() as $row) {
            $held[$row->account_id][] = $row->toCore();
        }

        return $held;
    }

    /**
     * For who asks about this moment alone: since when is nobody's question then, and what was written holds, whatever the clock says.
     *
     * @return list<Held> what SUBQUERY gave
     */
    public static function decode(string $json, \DateTimeImmutable $now): array
    {
        /** @var list<array{string, string|null, string|null, string}> $rows */
        $rows = json_decode($json, true, flags: JSON_THROW_ON_ERROR);

        return array_map(static fn (array $row): Held => new Held($row[0], $now, Moment::readOrNull($row[1]), $row[2]), $rows);
    }

    /**
     * @param  string  $json  what SUBQUERY gave
     * @return list<array{0: string, 1: \DateTimeImmutable}> roles that hold now, and since when
     */
    public static function since(string $json, \DateTimeImmutable $now): array
    {
        /** @var list<array{string, string|null, string|null, string}> $rows */
        $rows = json_decode($json, true, flags: JSON_THROW_ON_ERROR);

        return self::standing(array_map(static fn (array $row): Held => new Held($row[0], Moment::read($row[3]), Moment::readOrNull($row[1]), $row[2]), $rows), $now);
    }

    /**
     * @param  list<Held>  $held
     * @return list<array{0: string, 1: \DateTimeImmutable}> those of them that hold now, and since when
     */
    public static function standing(array $held, \DateTimeImmutable $now): array
    {
        return array_values(array_map(
            static fn (Held $one): array => [$one->role, $one->since],
            array_filter($held, static fn (Held $one): bool => $one->until === null || $now < $one->until),
        ));
    }

    /** @return list<Held> those that ended, the last first */
    public function heldOnceBy(string $accountId): array
    {
        return array_values(PastAssignment::query()->where('account_id', $accountId)->orderByDesc('seq')->limit(200)->get()->map(static fn (PastAssignment $row): Held => $row->toCore())->all());
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
     * Who may do something with Kennel and may not enter its console: mostly because a role grew by inclusion, and nobody meant it.
     *
     * @return array{roles: list<string>, accounts: int} the roles that give it, and how many hold one, counted as far as most
     */
    public function overgrown(int $most): array
    {
        $graph = $this->roles->graph();
        $enters = fn (string $role): bool => $graph->permissionsOf([$role])->allows(Permission::Console->value);
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

    /** @param  list<string>  $accountIds */
    public function takeAll(array $accountIds, string $role, ?string $by = null, string $why = ''): void
    {
        foreach (array_chunk($accountIds, self::ROWS_A_STATEMENT) as $some) {
            $this->end(Assignment::query()->where('role_key', $role)->whereIn('account_id', $some), $by, $why);
        }
    }

    /** Of everybody who holds it. */
    public function takeFromAll(string $role, ?string $by, string $why): void
    {
        $this->end(Assignment::query()->where('role_key', $role), $by, $why);
    }

    /** Moves what lapsed to what was held once. Nothing depends on it: a lapse is a lapse from its moment on. @return int how many */
    public function tidyLapsed(): int
    {
        return $this->end(Assignment::query()->whereNotNull('until')->where('until', '<=', Moment::write($this->clock->now())), null, 'its time was over');
    }

    /**
     * @param  list<string>  $accountIds
     * @param  list<string>  $given
     *
     * @throws Refusal
     */
    private function requireNoneExcluded(array $accountIds, array $given): void
    {
        $this->roles->readAgain();
        $closure = $this->roles->graph()->closure($given);
        $exclusions = array_values(array_filter($this->roles->exclusions(), static fn (Exclusion $one): bool => array_intersect($one->roles, $closure) !== []));
        foreach ($exclusions === [] ? [] : array_chunk($accountIds, self::ROWS_A_STATEMENT) as $some) {
            $held = $this->ofAll($some);
            foreach ($some as $id) {
                $reasons = Excluded::reasons($exclusions, [...$held[$id] ?? [], ...$given], $this->roles->graph(), 'roles');
                if ($reasons !== []) {
                    throw Refusal::invalid($reasons);
                }
            }
        }
    }

    private function perAccount(): Rows
    {
        $ordered = Assignment::holding($this->clock->now())->select('account_id', 'role_key', 'app_key')->orderBy('account_id')->orderBy('role_key');

        return Assignment::query()->toBase()->fromSub($ordered, 'ordered')->groupBy('account_id')->selectRaw("account_id, group_concat(role_key || '@' || ifnull(app_key, ''), ' ') AS held");
    }

    /** @param  Builder<Assignment>  $ending */
    private function end(Builder $ending, ?string $by, string $why): int
    {
        $now = Moment::write($this->clock->now());
        PastAssignment::query()->insertUsing(
            ['account_id', 'role_key', 'app_key', 'assigned_by', 'why', 'assigned_at', 'until', 'ended_by', 'ended_why'],
            $ending->clone()->toBase()->selectRaw('account_id, role_key, app_key, assigned_by, why, assigned_at, min(ifnull(until, ?), ?), ?, ?', [$now, $now, $by, $why]),
        );

        return (int) $ending->delete();
    }
}
