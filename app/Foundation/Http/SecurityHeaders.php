<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Http;

use Illuminate\Http\Request;
use Kennel\App\Foundation\RequestContext;
use Symfony\Component\HttpFoundation\Response;

/** On every answer. A page brings its own Content-Security-Policy; everything else may load nothing at all. */
final readonly class SecurityHeaders
{
    public function __construct(private RequestContext $context)
    {
    }

    /** @param  \Closure(Request): Response  $next */
    public function handle(Request $request, \Closure $next): Response
    {
        $this->context->source = $request->ip();
        $response = $next($request);
        $headers = $response->headers;
        $headers->set('X-Content-Type-Options', 'nosniff');
        $headers->set('Referrer-Policy', 'no-referrer');
        $headers->set('Cross-Origin-Opener-Policy', 'same-origin');
        $headers->set('Cross-Origin-Resource-Policy', 'same-origin');
        $headers->set('Permissions-Policy', 'camera=(), geolocation=(), microphone=()');
        $headers->set('X-Act-Id', $this->context->actId);
        $headers->remove('X-Powered-By');
        if (! $headers->has('Content-Security-Policy')) {
            $headers->set('Content-Security-Policy', "default-src 'none'; frame-ancestors 'none'");
        }
        if (! $headers->has('Cache-Control') || $headers->get('Cache-Control') === 'no-cache, private') {
            $headers->set('Cache-Control', 'no-store');
        }
        if ($request->isSecure()) {
            $headers->set('Strict-Transport-Security', 'max-age=31536000; includeSubDomains');
        }

        return $response;
    }
}
