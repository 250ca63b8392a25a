<?php

declare(strict_types=1);

namespace Kennel\App\Authorization;

use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Words;
use Kennel\Core\Authorization\DecideEffect;
use Kennel\Core\Authorization\Effect;
use Kennel\Core\Authorization\Holding;
use Kennel\Core\Directory\Roles\RoleDefinition;
use Kennel\Core\Directory\Roles\RoleGraph;

/** What saving or deleting a role would do, before it is done: to how many, and to whom. */
final readonly class MeasureEffect
{
    private const SHOWN = 50;

    public function __construct(private Roles $roles, private Assignments $assignments, private EditRoles $edit, private Accounts $accounts, private Words $words)
    {
    }

    /**
     * @param  RoleDefinition|null  $after  null for without the role
     * @param  string  $from  the id behind which the list of accounts goes on
     * @return array<string, mixed>
     */
    public function __invoke(string $key, ?RoleDefinition $after, SignedIn $operator, string $from = ''): array
    {
        $row = $this->roles->find($key);
        $before = $row === null ? null : Roles::definition($row);
        $graph = $this->roles->graph()->with($key, $after);
        $holdings = $this->assignments->holdings();
        $effect = (new DecideEffect($this->roles->graph(), $graph, $this->roles->exclusions()))(array_map(static fn (array $one): Holding => new Holding($one['held'], $one['accounts']), $holdings));
        $texts = array_map(static fn (int $place): string => $holdings[$place]['text'], $effect->changed);
        $who = $texts === [] ? [] : $this->assignments->whoHold($texts, $from, self::SHOWN + 1);
        $shown = array_slice($who, 0, self::SHOWN, true);

        return [
            ...self::counted($effect),
            'losing_role' => $after === null ? array_sum(array_map(static fn (array $one): int => in_array($key, array_column($one['held'], 0), true) ? $one['accounts'] : 0, $holdings)) : 0,
            'reasons' => $after === null ? [] : $this->words->reasons($this->edit->reasonsAgainst($after, $before, $operator)),
            'who' => $this->named($shown, $graph, $holdings),
            'next' => count($who) > self::SHOWN ? array_key_last($shown) : null,
        ];
    }

    /** @return array<string, mixed> */
    private static function counted(Effect $effect): array
    {
        $listed = static fn (array $counts): array => array_map(static fn (string $permission, int $accounts): array => ['permission' => $permission, 'accounts' => $accounts], array_keys($counts), $counts);

        return [
            'accounts' => $effect->accounts,
            'gained' => $listed($effect->gained),
            'lost' => $listed($effect->lost),
            'broken' => array_map(static fn (string $key, int $accounts): array => ['exclusion' => $key, 'accounts' => $accounts], array_keys($effect->broken), $effect->broken),
        ];
    }

    /**
     * @param  array<string, string>  $who
     * @param  list<array{held: list<array{0: string, 1: string|null}>, text: string, accounts: int}>  $holdings
     * @return list<array{id: string, name: string, gained: list<string>, lost: list<string>}>
     */
    private function named(array $who, RoleGraph $graph, array $holdings): array
    {
        $held = array_column($holdings, 'held', 'text');
        $names = $this->accounts->names(array_map(strval(...), array_keys($who)));
        $decide = new DecideEffect($this->roles->graph(), $graph, []);
        $shown = [];
        foreach ($who as $id => $text) {
            $effect = $decide([new Holding($held[$text] ?? [], 1)]);
            $shown[] = ['id' => (string) $id, 'name' => $names[$id] ?? '', 'gained' => array_keys($effect->gained), 'lost' => array_keys($effect->lost)];
        }

        return $shown;
    }
}
