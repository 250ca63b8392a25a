<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rehearsals;

use Illuminate\Contracts\Foundation\Application;

/** The doors of a world, which are the real ones: middleware, act and answer. */
interface Door
{
    /**
     * @param  Application  $inner  of the world
     * @param  'home'|'elsewhere'|'operator'  $browser  whose cookies go along, and are kept
     * @param  array<string, string>  $headers
     */
    public function knock(Application $inner, Cast $cast, string $method, string $path, ?string $body, string $browser, array $headers): Answer;

    /**
     * A request without anybody's cookies: of an app, or of a browser that comes from one.
     *
     * @param  string  $parameters  as a form or a query has them
     * @param  array<string, string>  $headers
     */
    public function fetch(Application $inner, string $method, string $path, #[\SensitiveParameter] string $parameters, array $headers): Answer;
}
