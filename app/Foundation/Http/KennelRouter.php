<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Http;

use Illuminate\Routing\Router;

final class KennelRouter extends Router
{
    /** @param  array<array-key, mixed>  $routes  "compiled" and "attributes", as route:cache writes them */
    public function setCompiledRoutes(array $routes): void
    {
        $this->routes = (new RouteTable($routes['compiled'], $routes['attributes']))->setRouter($this)->setContainer($this->container);
        $this->container->instance('routes', $this->routes);
    }
}
