<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports;

use Kennel\App\Foundation\Queue\LongRun;
use Kennel\App\Foundation\Queue\Step;

/** Checks the rows of an import, and brings in what was begun. */
final readonly class WorkThroughImport implements LongRun
{
    public function __construct(private CheckImport $check, private ImportAccounts $import, private Imports $imports)
    {
    }

    public function work(string $id, Step $step): bool
    {
        return ($this->check)($id, $step) && ($this->import)($id, $step);
    }

    public function fail(string $id): void
    {
        $this->imports->fail($id);
    }
}
