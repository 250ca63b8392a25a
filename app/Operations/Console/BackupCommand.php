<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Console;

use Illuminate\Console\Command;
use Kennel\App\Operations\Installation\Backup;

/** A copy of everything that cannot be made anew, while Kennel runs. */
final class BackupCommand extends Command
{
    use Refuses;

    protected $signature = 'kennel:backup
        {folder : where to; a new folder, or an empty one}
        {--keys= : another new folder, for the keys; keep it apart from the first}';

    protected $description = 'Write a backup while Kennel runs: database, pictures, rules. Keys only where --keys says, and apart.';

    public function handle(Backup $backup): int
    {
        $folder = rtrim((string) $this->argument('folder'), '/');
        $keys = is_string($this->option('keys')) ? rtrim($this->option('keys'), '/') : null;
        if ($keys !== null && str_starts_with("{$keys}/", "{$folder}/")) {
            return $this->refuse('--keys: must not be inside the backup. Whoever has both can open what is sealed.', self::INVALID);
        }
        try {
            $written = $backup->write($folder);
            $this->line(sprintf('%d files, %.1f MiB in %s.', $written['files'], $written['bytes'] / 1_048_576, $folder));
            if ($keys === null) {
                $this->line('The keys were not copied. A backup without them opens no message, and no password that a pepper key is mixed into; keep them elsewhere.');
            } else {
                $names = $backup->writeKeys($keys);
                $this->line($names === [] ? 'There are no key files: the keys are in the environment; keep those.' : implode(', ', $names)." in {$keys}. Keep them apart from the backup.");
            }
        } catch (\RuntimeException $error) {
            return $this->refuse($error->getMessage());
        }

        return self::SUCCESS;
    }
}
