<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Container;

use Illuminate\Foundation\Application;

/**
 * The framework's, with a short way to our own classes. The framework's way goes past aliases, contexts and four kinds of listeners and reads each constructor
 * at each request; that takes ten times as long, and a request is made of thirty parts.
 */
final class KennelApplication extends Application
{
    /** @var array<class-string, list<class-string>>|null what our classes are made of; null until it was looked for */
    private ?array $wiring = null;

    /** Beside the routes, since it is as old as they are. */
    public function wiringPath(): string
    {
        return dirname($this->getCachedRoutesPath()).'/wiring.php';
    }

    /** @param  array<class-string, list<class-string>>  $wiring  as Wiring reads it */
    public function wire(array $wiring): void
    {
        $this->wiring = $wiring;
    }

    /**
     * For a class or interface under its own name.
     *
     * @template T of object
     *
     * @param  class-string<T>  $class
     * @return T
     */
    public function part(string $class): object
    {
        if (isset($this->instances[$class])) {
            return $this->instances[$class];
        }
        // What is not ours may have listeners that set it up.
        if (isset($this->extenders[$class]) || ! str_starts_with($class, 'Kennel\\')) {
            return $this->make($class);
        }
        $binding = $this->bindings[$class] ?? null;
        if ($binding === null) {
            return isset($this->wiring()[$class]) ? $this->assemble($class) : $this->make($class);
        }

        return $binding['shared'] ? $this->instances[$class] = $binding['concrete']($this, []) : $this->make($class);
    }

    /**
     * @template T of object
     *
     * @param  \Closure(static, array<string, mixed>): T|class-string<T>  $concrete
     * @return T
     */
    public function build($concrete)
    {
        if (is_string($concrete) && isset($this->wiring()[$concrete]) && $this->getLastParameterOverride() === []) {
            return $this->assemble($concrete);
        }

        return parent::build($concrete);
    }

    private function assemble(string $class): object
    {
        $parts = [];
        foreach ($this->wiring()[$class] as $part) {
            $parts[] = $this->part($part);
        }

        return new $class(...$parts);
    }

    /**
     * For requests alone, since the file is written anew when their server starts. A command of an upgrade, or a worker, may still find the former version's file.
     *
     * @return array<class-string, list<class-string>>
     */
    private function wiring(): array
    {
        return $this->wiring ??= PHP_SAPI !== 'cli' && is_file($this->wiringPath()) ? require $this->wiringPath() : [];
    }
}
