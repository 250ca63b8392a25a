<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Roles;

/**
 * Static separation of duties (ANSI INCITS 359 §5.3): of a set of roles nobody is authorized for as many as a number, whether a role is
 * assigned or included in one that is.
 */
final readonly class Exclusion
{
    /**
     * @param  list<string>  $roles  at least two
     * @param  int  $tooMany  from so many on it is broken; from 2 to as many as there are
     */
    public function __construct(public string $key, public array $roles, public int $tooMany, public string $why = '')
    {
    }

    /**
     * @param  list<string>  $assigned
     * @return list<string> roles of the set one is authorized for, where they are too many; none where they are not
     */
    public function brokenBy(array $assigned, RoleGraph $graph): array
    {
        $held = array_values(array_intersect($this->roles, $graph->closure($assigned)));

        return count($held) >= $this->tooMany ? $held : [];
    }
}
