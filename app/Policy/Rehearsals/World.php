<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rehearsals;

use Carbon\Carbon;
use Illuminate\Container\Container;
use Illuminate\Contracts\Foundation\Application;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Filesystem\Filesystem;
use Illuminate\Foundation\Bootstrap\BootProviders;
use Illuminate\Foundation\Bootstrap\LoadConfiguration;
use Illuminate\Foundation\Bootstrap\LoadEnvironmentVariables;
use Illuminate\Foundation\Bootstrap\RegisterFacades;
use Illuminate\Foundation\Bootstrap\RegisterProviders;
use Illuminate\Foundation\Bootstrap\SetRequestForConsole;
use Illuminate\Http\Client\Factory;
use Illuminate\Support\Facades\Facade;
use Kennel\App\Foundation\DerivedKey;
use Psr\Clock\ClockInterface;

/**
 * A whole Kennel beside the real one: its own database, caches and clock, in a folder of its own. What happens in it happens to nobody: no row of the
 * real database is read or written by it, no message leaves it, and it is gone with its folder.
 *
 * It is the same code, run in a second application of the framework that stands in the place of the first for as long as one call takes.
 */
final readonly class World
{
    private const DATABASE = 'kennel.sqlite';

    public function __construct(public string $folder)
    {
    }

    public function database(): string
    {
        return "{$this->folder}/".self::DATABASE;
    }

    /** @return bool false for one that was never made, or is gone */
    public function isThere(): bool
    {
        return is_file($this->database());
    }

    public function destroy(): void
    {
        (new Filesystem)->deleteDirectory($this->folder);
    }

    /**
     * One call after another: two requests of one page at the same moment would each have their own idea of what the other wrote into the jar. Where the world
     * is gone meanwhile nobody waits, and what is done has to look.
     *
     * @template T
     *
     * @param  \Closure(): T  $do
     * @return T
     */
    public function alone(\Closure $do): mixed
    {
        $lock = @fopen("{$this->folder}/lock", 'c');
        try {
            $lock === false || flock($lock, LOCK_EX);

            return $do();
        } finally {
            $lock === false || fclose($lock);
        }
    }

    /**
     * @template T
     *
     * @param  \Closure(Application): T  $do
     * @return T
     */
    public function run(\DateTimeImmutable $now, \Closure $do): mixed
    {
        $outer = Container::getInstance();
        $resolver = Model::getConnectionResolver();
        $events = Model::getEventDispatcher();
        try {
            $inner = $this->application($now);

            return $do($inner);
        } finally {
            if (isset($inner)) {
                // Closed before the folder may go.
                $inner->make('db')->purge();
                $inner->flush();
            }
            Container::setInstance($outer);
            Facade::clearResolvedInstances();
            Facade::setFacadeApplication($outer instanceof Application ? $outer : null);
            $resolver === null || Model::setConnectionResolver($resolver);
            $events === null || Model::setEventDispatcher($events);
            Carbon::setTestNow();
        }
    }

    private function application(\DateTimeImmutable $now): Application
    {
        $settings = config()->all();
        // Of its own: what is sealed in it, such as a form, opens nowhere else.
        $key = 'base64:'.base64_encode(DerivedKey::for('world '.basename($this->folder)));
        /** @var \Illuminate\Foundation\Application $inner */
        $inner = require base_path('bootstrap/app.php');
        $inner->useStoragePath($this->folder);
        Facade::clearResolvedInstances();
        $clock = new WorldClock($now);
        $inner->afterBootstrapping(LoadConfiguration::class, fn () => $this->configure($inner, $settings, $key));
        // Not what handles errors: that stays with the real one, which is told by what is thrown.
        $inner->bootstrapWith([LoadEnvironmentVariables::class, LoadConfiguration::class, RegisterFacades::class, SetRequestForConsole::class, RegisterProviders::class, BootProviders::class]);
        $inner->instance(ClockInterface::class, $clock);
        // Nobody outside is asked anything.
        $inner->singleton(Factory::class, static fn (): Factory => (new Factory)->preventStrayRequests());

        return $inner;
    }

    /** @param  array<string, mixed>  $settings  of the real one */
    private function configure(Application $inner, array $settings, #[\SensitiveParameter] string $key): void
    {
        $inner->make('config')->set([
            ...$settings,
            'app.key' => $key,
            'app.previous_keys' => [],
            'database.connections.sqlite.database' => $this->database(),
            // A connection that stays open would outlive the file. Nothing here has to survive a power cut.
            'database.connections.sqlite.options' => [],
            'database.connections.sqlite.journal_mode' => 'MEMORY',
            'database.connections.sqlite.synchronous' => 'OFF',
            'cache.stores.file.path' => "{$this->folder}/cache",
            'cache.stores.throttles' => ['driver' => 'locking-file', 'path' => "{$this->folder}/throttles"],
            'kennel.relay' => 'stand-in',
            'kennel.texts' => 'stand-in',
            'kennel.bench' => false,
        ]);
    }
}
