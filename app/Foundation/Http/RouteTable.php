<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Http;

use Illuminate\Http\Request;
use Illuminate\Routing\CompiledRouteCollection;
use Symfony\Component\Routing\Exception\MethodNotAllowedException;
use Symfony\Component\Routing\Exception\ResourceNotFoundException;
use Symfony\Component\Routing\Matcher\CompiledUrlMatcher;
use Symfony\Component\Routing\RequestContext;

/**
 * The framework's cached routes. For an unknown path the framework builds every route to find the methods that would match. The compiled
 * expressions give the same answer at once, so a scanner costs as little as any other client.
 */
final class RouteTable extends CompiledRouteCollection
{
    /**
     * @param  Request  $request
     * @return list<string> methods
     */
    protected function checkForAlternateVerbs($request): array
    {
        $asked = $this->requestWithoutTrailingSlash($request);
        try {
            (new CompiledUrlMatcher($this->compiled, (new RequestContext)->fromRequest($asked)))->matchRequest($asked);
        } catch (MethodNotAllowedException $other) {
            return array_values($other->getAllowedMethods());
        } catch (ResourceNotFoundException) {
            return [];
        }

        return [];
    }
}
