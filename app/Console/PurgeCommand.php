<?php

declare(strict_types=1);

namespace Kennel\App\Console;

use Illuminate\Console\Command;
use Kennel\App\Platform\Retention\Forgets;
use Psr\Clock\ClockInterface;

/** Really deletes what nobody needs any more. Scheduled; safe to run at any time and as often as one likes. */
final class PurgeCommand extends Command
{
    protected $signature = 'kennel:purge';

    protected $description = 'Delete what the rules about retention no longer keep';

    public function handle(ClockInterface $clock): int
    {
        $status = self::SUCCESS;
        /** @var iterable<Forgets> $all */
        $all = app()->tagged(Forgets::class);
        foreach ($all as $one) {
            try {
                foreach ($one->forget($clock->now()) as $table => $rows) {
                    $this->line(sprintf('%8d  %s', $rows, $table));
                }
            } catch (\Throwable $error) {
                // The others are not kept for longer because of one.
                report($error);
                $this->error($one::class.' failed.');
                $status = self::FAILURE;
            }
        }

        return $status;
    }
}
