<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Roles;

use Kennel\Core\Foundation\Reasons\Reason;

/** Why roles cannot be held together: said in one way, whoever gives them. */
final class Excluded
{
    /**
     * @param  list<Exclusion>  $exclusions
     * @param  list<string>  $roles  keys
     * @param  list<string>  $already  held before: what these break by themselves is not said again
     * @return list<Reason>
     */
    public static function reasons(array $exclusions, array $roles, RoleGraph $graph, string $field, array $already = []): array
    {
        $reasons = [];
        foreach ($exclusions as $exclusion) {
            $together = $exclusion->brokenBy([...$already, ...$roles], $graph);
            if ($together !== [] && $exclusion->brokenBy($already, $graph) === []) {
                $reasons[] = new Reason('role.excluded', $field, ['exclusion' => $exclusion->key, 'roles' => $together]);
            }
        }

        return $reasons;
    }
}
