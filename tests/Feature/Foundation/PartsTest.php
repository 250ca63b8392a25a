<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Foundation;

use Illuminate\Contracts\Container\BindingResolutionException;
use Illuminate\Contracts\Encryption\Encrypter;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Container\KennelApplication;
use Kennel\App\Foundation\Container\Wiring;
use Kennel\App\Foundation\Database\ImmediateSqliteConnection;
use Kennel\App\Foundation\Database\KeptConnector;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\Core\Credentials\Sessions\SessionRules;
use Kennel\Tests\Feature\DoorTestCase;
use Psr\Clock\ClockInterface;

/** The short way to what a request is made of leads to the same thing as the long one. */
final class PartsTest extends DoorTestCase
{
    public function test_both_ways_lead_to_the_same(): void
    {
        $app = $this->application();
        foreach ([RulesInForce::class, SessionRules::class, Roles::class, ImmediateSqliteConnection::class, ClockInterface::class] as $class) {
            $app->forgetScopedInstances();
            self::assertSame($app->part($class), $app->make($class), "{$class}: the short way first");
            $app->forgetScopedInstances();
            self::assertSame($app->make($class), $app->part($class), "{$class}: the long way first");
        }
    }

    public function test_the_next_request_is_made_anew(): void
    {
        $app = $this->application();
        $roles = $app->part(Roles::class);
        $app->forgetScopedInstances();
        self::assertNotSame($roles, $app->part(Roles::class));
    }

    public function test_what_is_made_each_time_is_so_in_either_way(): void
    {
        $app = $this->application();
        $app->bind(\ArrayObject::class, static fn (): \ArrayObject => new \ArrayObject);
        self::assertNotSame($app->part(\ArrayObject::class), $app->part(\ArrayObject::class));
        self::assertSame($app->make('encrypter'), $app->part(Encrypter::class), 'under another name');
    }

    public function test_whatever_stands_in_its_place_is_found(): void
    {
        $app = $this->application();
        $app->scoped(\ArrayObject::class, static fn (): \ArrayObject => new \ArrayObject([1]));
        self::assertSame([1], $app->part(\ArrayObject::class)->getArrayCopy());
        $app->scoped(\ArrayObject::class, static fn (): \ArrayObject => new \ArrayObject([2]));
        self::assertSame([2], $app->part(\ArrayObject::class)->getArrayCopy());
        $app->forgetScopedInstances();
        $app->extend(\ArrayObject::class, static fn (): \ArrayObject => new \ArrayObject([3]));
        self::assertSame([3], $app->part(\ArrayObject::class)->getArrayCopy());
        $app->instance(\ArrayObject::class, new \ArrayObject([4]));
        self::assertSame([4], $app->part(\ArrayObject::class)->getArrayCopy());
    }

    public function test_a_wired_class_is_made_of_what_stands_in_the_container(): void
    {
        $app = $this->application();
        $app->wire([\ArrayIterator::class => [], \IteratorIterator::class => [\ArrayIterator::class]]);
        self::assertSame([], iterator_to_array($app->make(\IteratorIterator::class)));
        $app->instance(\ArrayIterator::class, new \ArrayIterator([7]));
        self::assertSame([7], iterator_to_array($app->make(\IteratorIterator::class)));
        self::assertSame([8], iterator_to_array($app->make(\IteratorIterator::class, ['iterator' => new \ArrayIterator([8])])), 'parts that are given win');
    }

    public function test_a_command_of_an_upgrade_does_not_read_the_former_versions_file(): void
    {
        file_put_contents("{$this->data}/framework/wiring.php", '<?php throw new \LogicException("It was read.");');
        $process = proc_open([PHP_BINARY, 'artisan', 'list', 'kennel', '--raw'], [1 => ['pipe', 'w'], 2 => ['pipe', 'w']], $pipes, base_path(), ['APP_ROUTES_CACHE' => "{$this->data}/framework/routes.php", 'KENNEL_DATA' => $this->data, 'PATH' => (string) getenv('PATH')]);
        self::assertIsResource($process);
        $output = stream_get_contents($pipes[1]).stream_get_contents($pipes[2]);
        self::assertSame(0, proc_close($process), $output);
        self::assertStringContainsString('kennel:wire', $output);
    }

    public function test_every_wired_class_is_made_of_the_same_as_without(): void
    {
        $app = $this->application();
        $wiring = Wiring::read(base_path(), array_map(strval(...), array_keys($app->contextual)));
        $made = 0;
        foreach (array_keys($wiring) as $class) {
            $app->wire([]);
            try {
                $without = $app->make($class);
            } catch (BindingResolutionException) {
                continue;
            }
            $app->wire($wiring);
            self::assertSame($without::class, $app->make($class)::class);
            $made++;
        }
        self::assertGreaterThan(300, $made);
    }

    /** Docs: decision 0010. */
    public function test_a_connection_that_is_kept_is_set_up_once(): void
    {
        $config = ['driver' => 'sqlite', 'database' => "{$this->data}/kept.sqlite", 'foreign_key_constraints' => true, 'busy_timeout' => 4_321, 'synchronous' => 'FULL', 'options' => [\PDO::ATTR_PERSISTENT => true]];
        touch($config['database']);
        $ask = static fn (\PDO $connection, string $pragma): mixed => $connection->query("PRAGMA {$pragma}")->fetchColumn();
        $first = (new KeptConnector)->connect($config);
        self::assertSame([1, 4_321, 2], array_map(static fn (string $pragma): mixed => $ask($first, $pragma), ['foreign_keys', 'busy_timeout', 'synchronous']));
        $first->exec('PRAGMA busy_timeout = 1234');
        unset($first);
        $again = (new KeptConnector)->connect($config);
        self::assertSame([1, 1_234, 2], array_map(static fn (string $pragma): mixed => $ask($again, $pragma), ['foreign_keys', 'busy_timeout', 'synchronous']));
    }

    private function application(): KennelApplication
    {
        self::assertInstanceOf(KennelApplication::class, $this->app);

        return $this->app;
    }
}
