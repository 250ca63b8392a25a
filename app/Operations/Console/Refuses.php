<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Console;

use Illuminate\Console\Command;

/** @phpstan-require-extends Command */
trait Refuses
{
    /** Says why not. @return int how the command ends */
    private function refuse(string $why, int $status = Command::FAILURE): int
    {
        $this->error($why);

        return $status;
    }
}
