<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Roles;

use Kennel\App\Foundation\Retention\Forgets;

/** Roles whose time is over are put with those that were held once, and so is the order of lists that are sorted by roles. */
final readonly class TidyLapsedRoles implements Forgets
{
    public function __construct(private Assignments $assignments)
    {
    }

    /** @return array<string, int> */
    public function forget(\DateTimeImmutable $now): array
    {
        return ['lapsed assignments' => $this->assignments->tidyLapsed()];
    }
}
