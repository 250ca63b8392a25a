<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Console;

use Illuminate\Console\Command;
use Kennel\App\Foundation\Keys\KeyFile;
use Kennel\App\Foundation\Keys\KeyRing;
use Kennel\App\Foundation\Keys\SealedValues;
use Kennel\Core\Foundation\Secrets\Entropy;

/**
 * The keys that seal messages and saved cases, and from which those of digests and signed addresses are derived. A rotation has three
 * steps, so that nothing that was sealed is ever without its key: a new key in front, all sealed anew, the former ones gone.
 */
final class KeysCommand extends Command
{
    use Refuses;

    protected $signature = 'kennel:keys {act=list : list, rotate, reseal or retire}';

    protected $description = 'List the keys that seal, put a new one in front, seal everything anew, or retire former ones';

    public function handle(SealedValues $values, Entropy $entropy): int
    {
        $isFile = ! KeyRing::isInEnvironment();
        $keys = KeyRing::kept();
        if ($keys === [] || KeyFile::bytes($keys[0]) === null) {
            return $this->refuse('There is no key that can be used. php artisan kennel:install makes one.');
        }

        return match ($this->argument('act')) {
            'list' => $this->list($values->countByKey($keys), $keys),
            'rotate' => $isFile ? $this->rotate(KeyRing::file(), $entropy) : $this->refuse('The key is in the environment: put a new one into APP_KEY and the former one into APP_PREVIOUS_KEYS, start every process anew, then reseal.'),
            'reseal' => $this->reseal($values, $keys),
            'retire' => $isFile ? $this->retire($values, KeyRing::file(), $keys) : $this->refuse('The key is in the environment: once list says that a former key sealed nothing, take it out of APP_PREVIOUS_KEYS.'),
            default => $this->refuse('There is no such act. There are: list, rotate, reseal, retire.'),
        };
    }

    /**
     * @param  array<string, int>  $counts
     * @param  list<string>  $keys
     */
    private function list(array $counts, #[\SensitiveParameter] array $keys): int
    {
        foreach ($keys as $index => $key) {
            $this->line(sprintf('%s  %-8s sealed %d', KeyFile::name($key), $index === 0 ? 'in use' : 'former', $counts[KeyFile::name($key)]));
        }

        return $counts['unknown'] === 0 ? self::SUCCESS : $this->refuse("{$counts['unknown']} sealed values are opened by none of these keys. Add the key they were sealed under as a further line.");
    }

    private function rotate(KeyFile $file, Entropy $entropy): int
    {
        $file->rotate($entropy);
        $this->tellProcesses();
        $this->line('A new key is in front: '.KeyFile::name($file->keys()[0]).". Keep a copy of {$file->path} apart from the database's backups.");
        $this->line('Next: reload php-fpm, then php artisan kennel:keys reseal, and kennel:keys retire. The workers start anew by themselves.');

        return self::SUCCESS;
    }

    /** @param  non-empty-list<string>  $keys */
    private function reseal(SealedValues $values, #[\SensitiveParameter] array $keys): int
    {
        $sealed = $values->sealAnew($keys, fn (int $so_far) => $so_far % 1_000 === 0 ? $this->line("{$so_far} sealed anew...") : null);
        $this->line("{$sealed} sealed anew.");

        return self::SUCCESS;
    }

    /** @param  non-empty-list<string>  $keys */
    private function retire(SealedValues $values, KeyFile $file, #[\SensitiveParameter] array $keys): int
    {
        $counts = $values->countByKey($keys);
        $former = array_sum($counts) - $counts[KeyFile::name($keys[0])];
        if ($former > 0) {
            return $this->refuse("{$former} values are not sealed under the key in use. Run php artisan kennel:keys reseal first; nothing was changed.");
        }
        $file->retireFormer();
        $this->tellProcesses();
        $this->line(count($keys) - 1 .' former keys retired. Reload php-fpm; the workers start anew by themselves.');

        return self::SUCCESS;
    }

    /** Those that run have read the keys as they were; a cached configuration holds them too. */
    private function tellProcesses(): void
    {
        if ($this->laravel->configurationIsCached()) {
            $this->callSilently('config:cache');
        }
        $this->callSilently('queue:restart');
    }
}
