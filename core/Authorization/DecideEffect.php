<?php

declare(strict_types=1);

namespace Kennel\Core\Authorization;

use Kennel\Core\Directory\Roles\Exclusion;
use Kennel\Core\Directory\Roles\RoleGraph;

/**
 * What an edit of roles does to whom: permissions gained and lost, exclusions broken. Accounts that hold the same roles fare alike, so each
 * set of roles is looked at once, however many hold it.
 */
final readonly class DecideEffect
{
    /** @param  list<Exclusion>  $exclusions */
    public function __construct(private RoleGraph $before, private RoleGraph $after, private array $exclusions)
    {
    }

    /** @param  list<Holding>  $holdings */
    public function __invoke(array $holdings): Effect
    {
        [$gained, $lost, $broken, $changed, $accounts] = [[], [], [], [], 0];
        foreach ($holdings as $place => $holding) {
            [$had, $has] = [$this->before->grants($holding->roles), $this->after->grants($holding->roles)];
            [$more, $less] = [self::without($has, $had), self::without($had, $has)];
            foreach ($more as $permission) {
                $gained[$permission] = ($gained[$permission] ?? 0) + $holding->accounts;
            }
            foreach ($less as $permission) {
                $lost[$permission] = ($lost[$permission] ?? 0) + $holding->accounts;
            }
            if ($more !== [] || $less !== []) {
                $changed[] = $place;
                $accounts += $holding->accounts;
            }
            $roles = array_column($holding->roles, 0);
            foreach ($this->exclusions as $exclusion) {
                if ($exclusion->brokenBy($roles, $this->after) !== [] && $exclusion->brokenBy($roles, $this->before) === []) {
                    $broken[$exclusion->key] = ($broken[$exclusion->key] ?? 0) + $holding->accounts;
                }
            }
        }
        ksort($gained);
        ksort($lost);

        return new Effect($gained, $lost, $broken, $changed, $accounts);
    }

    /**
     * @param  array<string, list<string|null>>  $some  apps by permission; null for wherever
     * @param  array<string, list<string|null>>  $others
     * @return list<string> permissions that reach further in some than in the others
     */
    private static function without(array $some, array $others): array
    {
        $further = [];
        foreach ($some as $permission => $apps) {
            $there = $others[$permission] ?? [];
            if (! in_array(null, $there, true) && array_diff(array_map(strval(...), $apps), array_map(strval(...), $there)) !== []) {
                $further[] = $permission;
            }
        }

        return $further;
    }
}
