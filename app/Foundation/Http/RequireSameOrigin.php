<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Http;

use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/**
 * Refuses a browser's cross-site write. The cookies are SameSite=Strict already; this is the second lock, and it also covers a
 * sibling subdomain, which SameSite does not. The origin is the configured one: where TLS ends in front, the request itself is plain. Programs send neither header and are let through: they have no ambient cookie.
 */
final class RequireSameOrigin
{
    /** @param  \Closure(Request): Response  $next */
    public function handle(Request $request, \Closure $next): Response
    {
        if (! in_array($request->getMethod(), ['GET', 'HEAD', 'OPTIONS'], true)) {
            $site = $request->headers->get('Sec-Fetch-Site');
            $origin = $request->headers->get('Origin');
            if (($site !== null && $site !== 'same-origin') || ($origin !== null && $origin !== $this->own())) {
                throw new Problem(403, 'request.cross_site');
            }
        }

        return $next($request);
    }

    private function own(): string
    {
        $url = parse_url((string) config('app.url'));

        return ($url['scheme'] ?? '').'://'.($url['host'] ?? '').(isset($url['port']) ? ":{$url['port']}" : '');
    }
}
