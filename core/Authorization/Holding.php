<?php

declare(strict_types=1);

namespace Kennel\Core\Authorization;

/** Which roles some accounts hold, all of them the same. */
final readonly class Holding
{
    /** @param  list<array{0: string, 1: string|null}>  $roles  keys, and the one app an assignment counts for */
    public function __construct(public array $roles, public int $accounts)
    {
    }
}
