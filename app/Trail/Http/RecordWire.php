<?php

declare(strict_types=1);

namespace Kennel\App\Trail\Http;

use Illuminate\Http\Request;
use Kennel\App\Foundation\Database\ImmediateSqliteConnection;
use Kennel\App\Foundation\Identity\Surface;
use Kennel\App\Foundation\RequestContext;
use Kennel\App\Trail\Evidence\EvidenceLog;
use Kennel\App\Trail\Evidence\Watch;
use Kennel\Core\Foundation\Documents\StoredJson;
use Symfony\Component\HttpFoundation\Response;

/** Keeps what Kept names of the request and the answer, after the answer has gone out; RequestKernel calls it. */
final readonly class RecordWire
{
    private const HEADERS = ['accept', 'content-type', 'idempotency-key', 'if-match', 'origin', 'user-agent', Surface::HEADER];

    private const ANSWER_HEADERS = ['content-type', 'etag', 'idempotent-replay', 'location', 'retry-after'];

    /** What a stranger sent was refused before any rule looked at it: kept like a read, or a scanner would write a row a request. */
    private const UNREAD = [400, 403, 404, 405, 413, 415];

    public function __construct(private Watch $watch, private RequestContext $context)
    {
    }

    /** The answer has gone out: whatever fails here is logged, and must not be added to it. */
    public function terminate(Request $request, Response $response): void
    {
        try {
            // Most requests are reads that nobody watches: asked first, and cheaply.
            $kept = $this->isWorthKeeping($request, $response) ? Kept::at($request) : null;
            if ($kept !== null) {
                $this->keep($kept, $request, $response);
            }
        } catch (\Throwable $error) {
            report($error);
        }
    }

    private function keep(Kept $kept, Request $request, Response $response): void
    {
        $milliseconds = (microtime(true) - $request->server->get('REQUEST_TIME_FLOAT', microtime(true))) * 1000;
        $path = '/'.ltrim($request->path(), '/');
        $content = [
            'request' => [
                'method' => $request->getMethod(),
                'path' => $path,
                'query' => StoredJson::object($kept->query($request->query->all())),
                'source' => $request->ip(),
                'headers' => $this->headers($request->headers->all(), self::HEADERS),
                // A file that was streamed is not read into memory for this.
                'body' => $request->isJson() || $this->isForm($request) || $request->headers->get('Content-Length', '0') === '0' ? $kept->request($request->getContent(), $this->isForm($request)) : "({$request->headers->get('Content-Length')} bytes, not kept)",
            ],
            'response' => [
                'status' => $response->getStatusCode(),
                'milliseconds' => round($milliseconds, 1),
                'headers' => $this->headers($response->headers->all(), self::ANSWER_HEADERS),
                'body' => $kept->answer((string) $response->getContent(), $response->getStatusCode()),
            ],
        ];
        // Both are asked for here and not in the constructor: most requests are reads that are not watched.
        app(ImmediateSqliteConnection::class)->withoutWaiting(fn () => app(EvidenceLog::class)->append(
            'wire', "{$request->getMethod()} {$path} → {$response->getStatusCode()}", $content, $this->context->accountId,
        ));
    }

    /** The console's own reads would drown what it is there to show; and whoever is throttled would write a row for each refusal. */
    private function isWorthKeeping(Request $request, Response $response): bool
    {
        // Apps come for tokens as often as for anything: that is kept while somebody looks, like what is read.
        if ($request->isMethod('GET') || $request->isMethod('HEAD') || str_starts_with($request->path(), 'oauth/')) {
            return ! Surface::isConsole($request) && $this->watch->isKept();
        }

        $status = $response->getStatusCode();
        if ($this->context->accountId === null && in_array($status, self::UNREAD, true)) {
            return $this->watch->isKept();
        }

        return $status !== 429;
    }

    private function isForm(Request $request): bool
    {
        return str_starts_with((string) $request->headers->get('Content-Type'), 'application/x-www-form-urlencoded');
    }

    /**
     * @param  array<string, list<string|null>>  $all
     * @param  list<string>  $shown
     * @return array<string, string>
     */
    private function headers(array $all, array $shown): array
    {
        $kept = array_intersect_key($all, array_flip($shown));
        if (isset($kept['location'])) {
            // What is behind the path is for whoever goes there: codes, tokens, what an app gave along.
            $kept['location'] = array_map(static fn (?string $address): string => (string) preg_replace('/[?#].*/s', '', (string) $address), $kept['location']);
        }

        return array_map(static fn (array $values): string => mb_scrub(mb_substr(implode(', ', $values), 0, 300)), $kept);
    }
}
