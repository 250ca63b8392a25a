<?php

declare(strict_types=1);

namespace Kennel\App\Trail\Http;

use Illuminate\Http\Request;
use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Text\EmailAddress;

/**
 * What of a request and its answer is kept as evidence: the keys that its route names (Endpoint::traces). A route that names none leaves no evidence of its
 * wire at all, and a key that is not named shows that it was sent and nothing more.
 */
final class Kept
{
    public const MARK = '(not kept)';

    /** Under this name a route's action has the keys of its request's body and of its answer; null where nothing is kept. */
    public const TRACES = 'traces';

    private const PROBLEM = ['type', 'code', 'title', 'status', 'detail', 'reasons', 'act_id', 'error', 'error_description'];

    private const QUERY = ['surface', 'limit', 'app', 'days', 'proven', 'must_change', 'digest', 'layout', 'response_type', 'client_id', 'redirect_uri', 'scope', 'prompt', 'max_age', 'code_challenge_method'];

    private const LONGEST = 16_384;

    /**
     * @param  list<string>  $request
     * @param  list<string>  $answer
     */
    private function __construct(private readonly array $request, private readonly array $answer)
    {
    }

    /** @return self|null null for a door that leaves no evidence */
    public static function at(Request $request): ?self
    {
        /** @var array{list<string>, list<string>}|null $keys */
        $keys = $request->route()?->getAction(self::TRACES);

        return $keys === null ? null : new self(...$keys);
    }

    /** Such as "POST accounts/{id}/suspend": the route's own words, without what the request put in. */
    public static function door(Request $request): string
    {
        $uri = (string) $request->route()?->uri();

        return $request->getMethod().' '.(str_starts_with($uri, 'api/v1/') ? substr($uri, strlen('api/v1/')) : $uri);
    }

    /** @return array<array-key, mixed>|string|null never raw text: what is neither JSON nor a form may hold anything */
    public function request(string $content, bool $isForm = false): array|string|null
    {
        if ($isForm && strlen($content) <= self::LONGEST) {
            parse_str($content, $sent);

            return self::only($sent, $this->request);
        }

        return $this->shown($content, $this->request);
    }

    /** @return array<array-key, mixed>|string|null */
    public function answer(string $content, int $status): array|string|null
    {
        return $this->shown($content, $status >= 400 ? self::PROBLEM : $this->answer);
    }

    /**
     * @param  array<array-key, mixed>  $query
     * @return array<array-key, mixed>
     */
    public function query(array $query): array
    {
        return self::only($query, self::QUERY);
    }

    /**
     * @param  list<string>  $keys
     * @return array<array-key, mixed>|string|null
     */
    private function shown(string $content, array $keys): array|string|null
    {
        if ($content === '') {
            return null;
        }
        $decoded = strlen($content) <= self::LONGEST ? json_decode($content, true, 16) : null;

        return is_array($decoded) && ! array_is_list($decoded) ? self::only($decoded, $keys) : '('.strlen($content).' bytes, not kept)';
    }

    /**
     * @param  array<array-key, mixed>  $values
     * @param  list<string>  $keys
     * @return array<array-key, mixed>
     */
    private static function only(array $values, array $keys): array
    {
        $shown = [];
        foreach ($values as $key => $value) {
            $name = mb_scrub(mb_substr((string) $key, 0, 60));
            $shown[$name] = match (true) {
                ! in_array($key, $keys, true) => self::MARK,
                $key === 'email' => self::address($value),
                default => $value,
            };
        }

        return $shown;
    }

    /** People type passwords into the wrong box; what is no address is not kept as one. */
    private static function address(mixed $typed): string
    {
        try {
            return is_string($typed) ? EmailAddress::parse($typed)->toString() : self::MARK;
        } catch (Refused) {
            return '(not an address)';
        }
    }
}
