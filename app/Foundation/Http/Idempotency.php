<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Http;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Foundation\DerivedKey;
use Kennel\App\Foundation\Moment;
use Psr\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\Response;

/**
 * Answers a repeated create with the first answer. Keys are kept for a day; the request is kept as a keyed digest only, since it
 * may hold a password.
 */
final readonly class Idempotency
{
    /** A key that was begun and never answered belongs to a server that died; after this it may be tried again. */
    private const ABANDONED = '-30 seconds';

    public function __construct(private ConnectionInterface $database, private ClockInterface $clock)
    {
    }

    /** @param  \Closure(Request): Response  $next */
    public function handle(Request $request, \Closure $next): Response
    {
        $key = $request->headers->get('Idempotency-Key');
        if ($key === null) {
            return $next($request);
        }
        if (preg_match('/^[\x21-\x7E]{1,100}$/D', $key) !== 1) {
            throw new Problem(400, 'idempotency.key');
        }
        // The browser's or program's address is part of the key: one client must not be handed another's answer.
        $digest = hash('sha256', "{$request->getMethod()} {$request->path()} {$request->ip()} {$key}");
        $requestDigests = array_map(static fn (string $key): string => hash_hmac('sha256', $request->getContent(), $key), DerivedKey::all('idempotency'));
        $earlier = $this->begin($digest, $requestDigests);
        if ($earlier !== null) {
            return $earlier;
        }
        $response = $next($request);
        $row = IdempotencyKey::query()->whereKey($digest);
        if ($response->getStatusCode() >= 400 || $response->headers->getCookies() !== []) {
            // Nothing was created, and the request may be mended and sent again under its key. Or a cookie was set, which is a secret: it is not
            // kept, and an answer without it would be another answer.
            $row->delete();
        } else {
            $row->update(['status' => $response->getStatusCode(), 'body' => $response->getContent()]);
        }

        return $response;
    }

    /** @param  non-empty-list<string>  $requestDigests  under today's key, and under former ones */
    private function begin(string $digest, array $requestDigests): ?Response
    {
        return $this->database->transaction(function () use ($digest, $requestDigests): ?Response {
            $now = $this->clock->now();
            $row = IdempotencyKey::query()->find($digest);
            if ($row !== null && ! in_array($row->request_digest, $requestDigests, true)) {
                throw new Problem(422, 'idempotency.other_request');
            }
            if ($row !== null && $row->status !== null) {
                return new JsonResponse($row->body, $row->status, ['Idempotent-Replay' => 'true'], json: true);
            }
            if ($row !== null && Moment::read($row->created_at) > $now->modify(self::ABANDONED)) {
                throw new Problem(409, 'idempotency.in_progress', headers: ['Retry-After' => '2']);
            }
            IdempotencyKey::query()->updateOrCreate(['digest' => $digest], ['request_digest' => $requestDigests[0], 'created_at' => Moment::write($now)]);

            return null;
        });
    }
}
