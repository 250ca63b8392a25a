<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Console;

use Illuminate\Console\Command;
use Kennel\App\Credentials\Passwords\Census;

/** Keeps today's figures of the stored hashes, which the trend is drawn from. Scheduled; running it again replaces the day's. */
final class NoteCensusCommand extends Command
{
    protected $signature = 'kennel:census';

    protected $description = 'Keep how many stored hashes are of which kind today';

    public function handle(Census $census): int
    {
        $census->note();
        foreach ($census->kinds() as ['kind' => $kind, 'accounts' => $accounts]) {
            $this->line(sprintf('%8d  %s', $accounts, $kind));
        }

        return self::SUCCESS;
    }
}
