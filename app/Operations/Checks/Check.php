<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Checks;

/** Looks at one side of the installation. It changes nothing. */
interface Check
{
    /** @return non-empty-list<Finding> */
    public function look(): array;
}
