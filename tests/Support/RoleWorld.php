<?php

declare(strict_types=1);

namespace Kennel\Tests\Support;

use Kennel\Core\Directory\Roles\Assignment;
use Kennel\Core\Directory\Roles\Exclusion;
use Kennel\Core\Directory\Roles\RoleDefinition;
use Kennel\Core\Directory\Roles\RoleGraph;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** A small made-up world of roles, the same for the same seed; and the standard's definitions over it, written down the plainest way there is. */
final class RoleWorld
{
    public const NOW = '2026-05-01T12:00:00Z';

    public const PERMISSIONS = ['a:read', 'a:write', 'b:send', 'kennel:console', 'kennel:accounts.read'];

    public const APPS = [null, 'floodline', 'kitloft'];

    private readonly Randomizer $random;

    /** @var array<string, RoleDefinition> */
    public array $roles = [];

    /** @var list<Exclusion> */
    public array $exclusions = [];

    public function __construct(int $seed, bool $hasCircles = false)
    {
        $this->random = new Randomizer(new Mt19937($seed));
        $count = $this->random->getInt(2, 7);
        for ($index = 0; $index < $count; $index++) {
            $this->roles["r{$index}"] = $this->role($index, $hasCircles ? $count : $index);
        }
        for ($index = 0; $index < $this->random->getInt(0, 2); $index++) {
            $set = $this->some(array_keys($this->roles), 2, min(3, $count));
            $this->exclusions[] = new Exclusion("e{$index}", $set, $this->random->getInt(2, count($set)));
        }
    }

    /** @param  int  $below  it includes only roles of a lower number */
    public function role(int $index, int $below): RoleDefinition
    {
        $apps = self::APPS;

        return new RoleDefinition("r{$index}", "r{$index}", '', $this->random->getInt(0, 3) === 0 ? $apps[$this->random->getInt(1, 2)] : null, $this->some(self::PERMISSIONS, 0, 2), $this->some(array_map(static fn (int $one): string => "r{$one}", $below === 0 ? [] : range(0, $below - 1)), 0, 2));
    }

    public function graph(): RoleGraph
    {
        return new RoleGraph(
            array_map(static fn (RoleDefinition $role): array => $role->permissions, $this->roles),
            array_map(static fn (RoleDefinition $role): array => $role->includes, $this->roles),
            array_filter(array_map(static fn (RoleDefinition $role): ?string => $role->app, $this->roles)),
        );
    }

    public function now(): \DateTimeImmutable
    {
        return new \DateTimeImmutable(self::NOW);
    }

    /** @return list<Assignment> */
    public function assignments(): array
    {
        return array_map(function (string $role): Assignment {
            $since = $this->now()->modify($this->random->getInt(-5, 2).' days');

            return new Assignment($role, $since, $this->random->getInt(0, 2) === 0 ? $since->modify($this->random->getInt(1, 8).' days') : null, self::APPS[$this->random->getInt(0, 8) % 3 === 0 ? 0 : $this->random->getInt(0, 2)]);
        }, $this->some(array_keys($this->roles), 0, 3));
    }

    /**
     * @template T
     *
     * @param  list<T>  $from
     * @return list<T>
     */
    public function some(array $from, int $least, int $most): array
    {
        $most = min($most, count($from));
        $number = $this->random->getInt(min($least, $most), $most);

        return $number === 0 ? [] : array_values(array_map(static fn (int $key) => $from[$key], $this->random->pickArrayKeys($from, $number)));
    }

    public function pick(int $least, int $most): int
    {
        return $this->random->getInt($least, $most);
    }

    /**
     * ANSI INCITS 359-2004 §6.2.1.1, authorized_permissions by authorized_users over the reflexive and transitive closure of the inheritance relation; by
     * the closure of Warshall, over roles and assignments that have a say in the question.
     *
     * @param  list<Assignment>  $assignments
     */
    public function isAllowed(array $assignments, string $permission, ?string $app): bool
    {
        $keys = array_keys(array_filter($this->roles, static fn (RoleDefinition $role): bool => $role->app === null || $role->app === $app));
        $above = [];
        foreach ($keys as $one) {
            foreach ($keys as $other) {
                $above[$one][$other] = $one === $other || in_array($other, $this->roles[$one]->includes, true);
            }
        }
        foreach ($keys as $through) {
            foreach ($keys as $one) {
                foreach ($keys as $other) {
                    $above[$one][$other] = $above[$one][$other] || ($above[$one][$through] && $above[$through][$other]);
                }
            }
        }
        foreach ($assignments as $assignment) {
            $holds = $assignment->since <= $this->now() && ($assignment->until === null || $assignment->until > $this->now()) && in_array($assignment->app, [null, $app], true);
            foreach ($holds ? $keys : [] as $junior) {
                if (($above[$assignment->role][$junior] ?? false) && in_array($permission, $this->roles[$junior]->permissions, true)) {
                    return true;
                }
            }
        }

        return false;
    }
}
