<?php

declare(strict_types=1);

namespace Kennel\App\Platform\Container;

use Illuminate\Foundation\Application;

/**
 * The framework's, with a short way to what is made once a request or once a process and is the same for whoever needs it. The framework's own way to the same
 * object goes past aliases, contexts and four kinds of listeners; that takes ten times as long, and a request is made of thirty parts.
 */
final class KennelApplication extends Application
{
    /**
     * For what stands under its own name, and which nobody is given in another form.
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
        $binding = $this->bindings[$class] ?? null;

        return $binding !== null && $binding['shared'] && ! isset($this->extenders[$class]) ? $this->instances[$class] = $binding['concrete']($this, []) : $this->make($class);
    }
}
