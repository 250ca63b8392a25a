<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Http;

use Illuminate\Http\Request;
use Illuminate\Http\Response as Answer;
use Kennel\Core\OAuth\Clients\Clients;
use Symfony\Component\HttpFoundation\Response;

/** Lets pages of registered apps read answers (Fetch Standard, "CORS protocol"); what anybody may read, every page may. No cookie of ours takes part, so credentials are never allowed. */
final readonly class AllowOrigins
{
    public const EVERYBODY = 'everybody';

    /** @param  \Closure(Request): Response  $next */
    public function handle(Request $request, \Closure $next, string $whom = ''): Response
    {
        $origin = (string) $request->headers->get('Origin');
        $isAsked = $request->isMethod('OPTIONS');
        $response = $isAsked ? new Answer(status: 204) : $next($request);
        $allowed = match (true) {
            $whom === self::EVERYBODY => '*',
            $origin !== '' && app(Clients::class)->knowOrigin($origin) => $origin,
            default => null,
        };
        if ($whom !== self::EVERYBODY) {
            $response->headers->set('Vary', 'Origin', false);
        }
        if ($allowed !== null) {
            $response->headers->set('Access-Control-Allow-Origin', $allowed);
            $response->headers->set('Access-Control-Expose-Headers', 'WWW-Authenticate, X-Act-Id');
            if ($isAsked) {
                $response->headers->set('Access-Control-Allow-Methods', 'GET, POST');
                $response->headers->set('Access-Control-Allow-Headers', 'Authorization, Content-Type, DPoP');
                $response->headers->set('Access-Control-Max-Age', '600');
            }
        }

        return $response;
    }
}
