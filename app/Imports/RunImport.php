<?php

declare(strict_types=1);

namespace Kennel\App\Imports;

use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;

/** Works on one import, in the background: checks it, or imports it. Killed, it is begun again and goes on behind the last row that was kept. */
final class RunImport implements ShouldQueue
{
    use Dispatchable;
    use InteractsWithQueue;

    public int $tries = 50;

    public int $timeout = 0;

    public function __construct(private readonly string $importId)
    {
    }

    public function handle(CheckImport $check, ImportAccounts $import): void
    {
        $check($this->importId);
        $import($this->importId);
    }
}
