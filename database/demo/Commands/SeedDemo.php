<?php

declare(strict_types=1);

namespace Kennel\Demo\Commands;

use Illuminate\Console\Command;
use Kennel\Demo\Scenario;
use Kennel\Demo\Stopped;
use Psr\Clock\ClockInterface;

/** Fills an empty database with the demo scenario. */
final class SeedDemo extends Command
{
    /** As a shell reports a program that was interrupted. */
    private const INTERRUPTED = 130;

    protected $signature = 'kennel:demo-seed
        {--accounts=640 : how many accounts}
        {--start= : the moment the history leads up to, RFC 3339; now when left out}
        {--progress : say how far it is}';

    protected $description = 'Fill an empty database with Alder & Wend Catchment Watch';

    private bool $isStopped = false;

    public function handle(Scenario $scenario, ClockInterface $clock): int
    {
        $accounts = $this->option('accounts');
        if (! is_numeric($accounts) || (int) $accounts < 10 || (int) $accounts > 1_000_000) {
            $this->error('--accounts: a whole number from 10 to 1000000');

            return self::INVALID;
        }
        $this->trap([SIGINT, SIGTERM], function (): void {
            $this->isStopped = true;
        });
        $start = $this->option('start');
        try {
            $made = $scenario->seed((int) $accounts, is_string($start) && $start !== '' ? new \DateTimeImmutable($start) : $clock->now(), function (int $made) use ($accounts): bool {
                if ($this->option('progress') === true) {
                    $this->output->write(sprintf("\r%d of %d accounts", $made, (int) $accounts));
                }

                return ! $this->isStopped;
            });
        } catch (Stopped $stopped) {
            $this->error("\n{$stopped->getMessage()} The database is half made; begin with an empty one.");

            return self::INTERRUPTED;
        }
        $this->line(($this->option('progress') === true ? "\r" : '').number_format($made, 0, '.', ' ').' accounts seeded.');

        return self::SUCCESS;
    }
}
