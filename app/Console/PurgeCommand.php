<?php

declare(strict_types=1);

namespace Kennel\App\Console;

use Illuminate\Console\Command;
use Kennel\App\KennelProvider;
use Kennel\App\Platform\Retention\Forgets;
use Psr\Clock\ClockInterface;

/** Really deletes what nobody needs any more. Scheduled; safe to run at any time and as often as one likes. */
final class PurgeCommand extends Command
{
    protected $signature = 'kennel:purge';

    /** In one statement, so that nobody waits long. */
    private const ROWS = 1_000;

    protected $description = 'Delete what the rules about retention no longer keep';

    public function handle(ClockInterface $clock): int
    {
        $status = self::SUCCESS;
        $steps = [];
        foreach (KennelProvider::PRUNED as $record) {
            $steps[$record] = static fn (): array => [(new $record)->getTable() => (new $record)->pruneAll(self::ROWS)];
        }
        /** @var Forgets $one */
        foreach (app()->tagged(Forgets::class) as $one) {
            $steps[$one::class] = static fn (): array => $one->forget($clock->now());
        }
        foreach ($steps as $class => $step) {
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
