<?php

declare(strict_types=1);

namespace Kennel\Tests\Architecture;

use Kennel\App\Http\RequestKernel;
use Kennel\App\Http\Wiring;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class WiringTest extends TestCase
{
    /** @param  list<class-string>  $parts */
    #[DataProvider('lists')]
    public function test_each_list_is_the_constructor(string $class, array $parts): void
    {
        $parameters = (new \ReflectionMethod($class, '__construct'))->getParameters();
        self::assertSame(array_map(static fn (\ReflectionParameter $one): string => (string) $one->getType(), $parameters), $parts);
    }

    /** @return iterable<string, array{string, list<class-string>}> */
    public static function lists(): iterable
    {
        foreach ([...Wiring::SCOPED, ...Wiring::BOUND, ...Wiring::SIGNIN] as $class => $parts) {
            if ($parts !== []) {
                yield $class => [$class, $parts];
            }
        }
    }

    public function test_what_is_made_of_nothing_needs_nothing(): void
    {
        foreach (array_keys(array_filter([...Wiring::SCOPED, ...Wiring::BOUND, ...Wiring::SIGNIN], static fn (array $parts): bool => $parts === [])) as $class) {
            self::assertSame(0, (new \ReflectionClass($class))->getConstructor()?->getNumberOfRequiredParameters() ?? 0, $class);
        }
    }

    /** RequestKernel asks none. */
    public function test_no_middleware_has_something_left_to_do_after_the_answer(): void
    {
        $having = [];
        $folder = dirname(__DIR__, 2).'/app';
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($folder, \FilesystemIterator::SKIP_DOTS)) as $file) {
            $class = 'Kennel\\App'.str_replace('/', '\\', substr($file->getPathname(), strlen($folder), -strlen('.php')));
            if (class_exists($class) && $class !== RequestKernel::class && method_exists($class, 'handle') && method_exists($class, 'terminate') && ! is_subclass_of($class, \Illuminate\Foundation\Application::class)) {
                $having[] = $class;
            }
        }
        self::assertSame([], $having);
    }
}
