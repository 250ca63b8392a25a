<?php

declare(strict_types=1);

namespace Kennel\App\Checks;

/** Looks at one side of the installation. It changes nothing. */
interface Check
{
    /** What is looked at, in a word or two. */
    public function name(): string;

    /** @return non-empty-list<Finding> */
    public function look(): array;
}
