<?php

declare(strict_types=1);

namespace Kennel\App\Evidence;

use Illuminate\Http\Request;
use Kennel\App\Platform\RequestContext;
use Kennel\App\Sessions\Surface;
use Symfony\Component\HttpFoundation\Response;

/** Keeps the request and the answer, redacted, after the answer has gone out. */
final readonly class RecordWire
{
    private const HEADERS = ['accept', 'content-type', 'idempotency-key', 'if-match', 'origin', 'user-agent', Surface::HEADER];

    private const ANSWER_HEADERS = ['content-type', 'etag', 'idempotent-replay', 'location', 'retry-after'];

    private const LARGEST_BODY = 16_384;

    public function __construct(private Watch $watch, private RequestContext $context)
    {
    }

    /** @param  \Closure(Request): Response  $next */
    public function handle(Request $request, \Closure $next): Response
    {
        return $next($request);
    }

    public function terminate(Request $request, Response $response): void
    {
        if (! $this->isWorthKeeping($request, $response)) {
            return;
        }
        $milliseconds = (microtime(true) - $request->server->get('REQUEST_TIME_FLOAT', microtime(true))) * 1000;
        $path = '/'.ltrim($request->path(), '/');
        // Asked for here and not in the constructor: most requests are reads that nobody watches.
        app(EvidenceLog::class)->append('wire', "{$request->getMethod()} {$path} → {$response->getStatusCode()}", [
            'request' => [
                'method' => $request->getMethod(),
                'path' => $path,
                'query' => (object) $request->query->all(),
                'source' => $request->ip(),
                'headers' => $this->headers($request->headers->all(), self::HEADERS),
                // A file that was streamed is not read into memory for this.
                'body' => $request->isJson() || $request->headers->get('Content-Length', '0') === '0' ? $this->body($request->getContent()) : "({$request->headers->get('Content-Length')} bytes, not shown)",
            ],
            'response' => [
                'status' => $response->getStatusCode(),
                'milliseconds' => round($milliseconds, 1),
                'headers' => $this->headers($response->headers->all(), self::ANSWER_HEADERS),
                'body' => $this->body((string) $response->getContent()),
            ],
        ], $this->context->accountId);
    }

    /** The console's own reads would drown what it is there to show; so would the health checks of a load balancer. */
    private function isWorthKeeping(Request $request, Response $response): bool
    {
        if ($request->isMethod('GET') || $request->isMethod('HEAD')) {
            return ! Surface::isConsole($request) && ! $request->is('api/v1/health', 'api/v1/openapi.json') && $this->watch->isKept();
        }

        return true;
    }

    /**
     * @param  array<string, list<string|null>>  $all
     * @param  list<string>  $shown
     * @return array<string, string>
     */
    private function headers(array $all, array $shown): array
    {
        $kept = array_intersect_key($all, array_flip($shown));

        return array_map(static fn (array $values): string => mb_scrub(mb_substr(implode(', ', $values), 0, 300)), $kept);
    }

    /** @return array<array-key, mixed>|string|null never raw text: what is not JSON may hold anything */
    private function body(string $content): array|string|null
    {
        if ($content === '') {
            return null;
        }
        $decoded = strlen($content) <= self::LARGEST_BODY ? json_decode($content, true, 16) : null;

        return is_array($decoded) ? $decoded : '('.strlen($content).' bytes, not shown)';
    }
}
