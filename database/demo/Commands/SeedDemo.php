<?php

declare(strict_types=1);

namespace Kennel\Demo\Commands;

use Illuminate\Console\Command;
use Kennel\Demo\Scenario;
use Psr\Clock\ClockInterface;

/** Fills an empty database with the demo scenario. */
final class SeedDemo extends Command
{
    protected $signature = 'kennel:demo-seed {--accounts=640 : how many accounts} {--start= : the moment the history leads up to, RFC 3339; now when left out}';

    protected $description = 'Fill an empty database with Alder & Wend Catchment Watch';

    public function handle(Scenario $scenario, ClockInterface $clock): int
    {
        $accounts = $this->option('accounts');
        if (! is_numeric($accounts) || (int) $accounts < 10 || (int) $accounts > 1_000_000) {
            $this->error('--accounts: a whole number from 10 to 1000000');

            return self::INVALID;
        }
        $start = $this->option('start');
        $scenario->seed((int) $accounts, is_string($start) && $start !== '' ? new \DateTimeImmutable($start) : $clock->now());
        $this->line(number_format((int) $accounts, 0, '.', ' ').' accounts seeded.');

        return self::SUCCESS;
    }
}
