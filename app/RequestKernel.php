<?php

declare(strict_types=1);

namespace Kennel\App;

use Illuminate\Foundation\Http\Kernel;
use Kennel\App\Foundation\Container\KennelApplication;
use Kennel\App\OAuth\Tokens\CountTokens;
use Kennel\App\Trail\Http\RecordWire;

/**
 * The framework's, but for what comes after the answer: it would make every middleware again to ask each whether there is something left to do. None has
 * (WiringTest); the evidence is kept, of the API's doors, and what was counted is written.
 */
final class RequestKernel extends Kernel
{
    /** A request is what its method says: neither a header nor a field makes another of it. */
    protected function sendRequestThroughRouter($request)
    {
        $request->headers->remove('X-HTTP-Method-Override');
        $request->request->remove('_method');
        $request->query->remove('_method');
        $request->setMethod($request->getRealMethod());

        return parent::sendRequestThroughRouter($request);
    }

    protected function terminateMiddleware($request, $response): void
    {
        assert($this->app instanceof KennelApplication);
        if (array_intersect(['api', 'oauth'], $request->route()?->middleware() ?? []) !== [] && ! in_array('api', $request->route()->excludedMiddleware(), true)) {
            $this->app->part(RecordWire::class)->terminate($request, $response);
        }
        if ($this->app->resolved(CountTokens::class)) {
            // The answer has gone out: what fails is logged, and must not be added to it.
            rescue($this->app->part(CountTokens::class)->write(...));
        }
    }
}
