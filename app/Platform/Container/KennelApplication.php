<?php

declare(strict_types=1);

namespace Kennel\App\Platform\Container;

use Illuminate\Foundation\Application;

/**
 * The framework's, which can also be asked for what it has made already. Its own way to the same object goes past aliases, contexts and four kinds of listeners,
 * which takes ten times as long and matters where a request is made of thirty parts.
 */
final class KennelApplication extends Application
{
    /**
     * For what stands under its own name and is the same for whoever needs it: made once a request, or once a process.
     *
     * @template T of object
     *
     * @param  class-string<T>  $class
     * @return T
     */
    public function part(string $class): object
    {
        return $this->instances[$class] ?? $this->make($class);
    }

    /**
     * Keeps what was made of a class that is bound as scoped, until the request ends.
     *
     * @template T of object
     *
     * @param  class-string<T>  $class
     * @param  T  $made
     * @return T
     */
    public function keep(string $class, object $made): object
    {
        return $this->instances[$class] = $made;
    }

    public function hasMade(string $class): bool
    {
        return isset($this->instances[$class]);
    }
}
