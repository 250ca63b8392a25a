<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Console;

use Illuminate\Console\Command;
use Kennel\App\Operations\Installation\Restore;

/** Puts a backup in the place of what is here. */
final class RestoreCommand extends Command
{
    use Refuses;

    protected $signature = 'kennel:restore
        {folder : of the backup}
        {--keys= : the folder of the keys\' copies}
        {--force : although there are accounts here, which are kept beside the restored ones}';

    protected $description = 'Restore a backup: checked first, migrated to today, with every session ended and every open link spent.';

    public function handle(Restore $restore): int
    {
        $keys = $this->option('keys');
        try {
            $done = $restore(rtrim((string) $this->argument('folder'), '/'), is_string($keys) ? rtrim($keys, '/') : null, $this->option('force') === true);
        } catch (\RuntimeException $error) {
            return $this->refuse($error->getMessage());
        }
        $this->line("Restored as of {$done['made_at']}. {$done['sessions']} sessions ended, {$done['links']} links spent, {$done['messages']} waiting messages given up; they can be sent again under Mail.");
        if ($done['kept'] !== null) {
            $this->line("What was here is in {$done['kept']}.");
        }
        $this->line('Next: php artisan optimize --except=events,views where it is used, start Kennel, php artisan kennel:check.');

        return self::SUCCESS;
    }
}
