<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\Clients;

use Kennel\Core\Directory\Apps\AppAddress;

/**
 * Where a browser may be sent back to. Compared as it is written (RFC 9700 §2.1), but for the port of a loopback address, which whoever listens there is given by
 * the system (RFC 8252 §7.3).
 */
final readonly class RedirectUri
{
    /** Scheme, host and the rest of an address whose port may be any. "localhost" is no such one: what it leads to is up to the machine's names (RFC 8252 §8.3). */
    private const LOOPBACK = '/^(http:\/\/(?:127\.0\.0\.1|\[::1\]))(?::(\d{1,5}))?((?:[\/?].*)?)$/Ds';

    private function __construct(private string $uri)
    {
    }

    /** @throws \InvalidArgumentException saying what is wrong with it */
    public static function parse(string $uri, ClientKind $kind): self
    {
        $address = AppAddress::parse($uri);
        if (! $address->isOnTheWeb && in_array($kind, [ClientKind::Web, ClientKind::SinglePage], true)) {
            throw new \InvalidArgumentException('must be https; a scheme of one’s own is for apps that are installed');
        }

        return new self($uri);
    }

    public function matches(#[\SensitiveParameter] string $asked): bool
    {
        if ($asked === $this->uri) {
            return true;
        }

        return preg_match(self::LOOPBACK, $this->uri, $own) === 1
            && preg_match(self::LOOPBACK, $asked, $other) === 1
            && [$own[1], $own[3]] === [$other[1], $other[3]]
            // A port that there is, written as ports are.
            && ($other[2] === '' || ($other[2][0] !== '0' && (int) $other[2] <= 65_535));
    }

    /**
     * An address and what goes along, in its query as it is written, which may have one (RFC 6749 §3.1.2).
     *
     * @param  array<string, string|null>  $parameters  what is null is left out
     */
    public static function with(string $uri, array $parameters): string
    {
        $query = http_build_query(array_filter($parameters, is_string(...)), '', '&', PHP_QUERY_RFC3986);

        return $query === '' ? $uri : $uri.(str_contains($uri, '?') ? '&' : '?').$query;
    }

    public function toString(): string
    {
        return $this->uri;
    }
}
