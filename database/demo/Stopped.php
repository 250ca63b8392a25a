<?php

declare(strict_types=1);

namespace Kennel\Demo;

/** Somebody stopped the seeding; the database is half made. */
final class Stopped extends \RuntimeException
{
    public function __construct(public readonly int $accounts)
    {
        parent::__construct("Stopped after {$accounts} accounts.");
    }
}
