<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Console;

use Illuminate\Console\Command;
use Illuminate\Filesystem\Filesystem;
use Kennel\App\Foundation\Container\KennelApplication;
use Kennel\App\Foundation\Container\Wiring;

/** Writes down what our classes are made of, for a faster answer. Belongs to every start, as `config:cache` and `route:cache` do. */
final class WireCommand extends Command
{
    protected $signature = 'kennel:wire';

    protected $description = 'Cache what the classes are made of, beside the cached configuration and routes.';

    public function handle(Filesystem $files): int
    {
        assert($this->laravel instanceof KennelApplication);
        $wiring = Wiring::read($this->laravel->basePath(), array_map(strval(...), array_keys($this->laravel->contextual)));
        $files->replace($this->laravel->wiringPath(), '<?php return '.var_export($wiring, true).";\n");
        $this->line(count($wiring).' classes.');

        return self::SUCCESS;
    }
}
