<?php

declare(strict_types=1);

namespace Kennel\Core\Authorization;

use Kennel\Core\Directory\Roles\Exclusion;
use Kennel\Core\Directory\Roles\RoleGraph;
use Kennel\Core\Foundation\Reasons\Reason;

/** Whether roles can exclude each other from now on: only where nobody holds too many of them already. */
final readonly class DecideExclusion
{
    private const KEY = '/^[a-z][a-z0-9-]{0,39}$/D';

    private const LONGEST_WHY = 300;

    /** @param  list<Holding>  $holdings */
    public function __construct(private RoleGraph $graph, private array $holdings)
    {
    }

    /** @return list<Reason> */
    public function __invoke(Exclusion $exclusion): array
    {
        $reasons = [];
        if (preg_match(self::KEY, $exclusion->key) !== 1) {
            $reasons[] = new Reason('role.key', 'key');
        }
        if (trim($exclusion->why) === '' || mb_strlen($exclusion->why) > self::LONGEST_WHY) {
            $reasons[] = new Reason('exclusion.why', 'why', ['maximum' => self::LONGEST_WHY]);
        }
        $unknown = array_values(array_diff($exclusion->roles, $this->graph->keys()));
        if ($unknown !== []) {
            $reasons[] = new Reason('role.included_unknown', 'roles', ['role' => mb_substr($unknown[0], 0, 60)]);
        } elseif (count(array_unique($exclusion->roles)) < 2) {
            $reasons[] = new Reason('exclusion.roles', 'roles');
        } elseif ($exclusion->tooMany < 2 || $exclusion->tooMany > count($exclusion->roles)) {
            $reasons[] = new Reason('exclusion.too_many', 'too_many', ['maximum' => count($exclusion->roles)]);
        }
        if ($reasons !== []) {
            return $reasons;
        }
        foreach ($this->graph->keys() as $role) {
            if ($exclusion->brokenBy([$role], $this->graph) !== []) {
                $reasons[] = new Reason('role.excluded_within', 'roles', ['role' => $role, 'roles' => $exclusion->brokenBy([$role], $this->graph)]);
            }
        }
        $accounts = array_sum(array_map(
            fn (Holding $holding): int => $exclusion->brokenBy(array_column($holding->roles, 0), $this->graph) === [] ? 0 : $holding->accounts,
            $this->holdings,
        ));

        return $accounts === 0 ? $reasons : [...$reasons, new Reason('role.would_break', 'roles', ['exclusion' => $exclusion->key, 'accounts' => $accounts])];
    }
}
