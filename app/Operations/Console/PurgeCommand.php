<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Console;

use Illuminate\Console\Command;
use Kennel\App\Foundation\Retention\Purge;

/** Really deletes what nobody needs any more. Scheduled; safe to run at any time and as often as one likes. */
final class PurgeCommand extends Command
{
    protected $signature = 'kennel:purge';

    protected $description = 'Delete what the rules about retention no longer keep';

    public function handle(Purge $purge): int
    {
        $status = self::SUCCESS;
        foreach ($purge->steps() as $class => $step) {
            try {
                foreach ($step() as $what => $rows) {
                    $this->line(sprintf('%8d  %s', $rows, $what));
                }
            } catch (\Throwable $error) {
                // The others are not kept for longer because of one.
                report($error);
                $this->error("{$class} failed.");
                $status = self::FAILURE;
            }
        }

        return $status;
    }
}
