<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Apps;

/**
 * An address of an app that a browser is sent to. HTTPS; plain HTTP on this machine alone (RFC 8252 §7.3); or a scheme of the app's own, with a dot in
 * it as a reversed domain name has (RFC 8252 §7.1). Compared as it is written: nothing here is folded or decoded (RFC 9700 §2.1).
 */
final readonly class AppAddress
{
    public const LONGEST = 2_000;

    private const HOST = '[A-Za-z0-9](?:[A-Za-z0-9-]{0,61}[A-Za-z0-9])?(?:\.[A-Za-z0-9](?:[A-Za-z0-9-]{0,61}[A-Za-z0-9])?)*';

    /** RFC 3986 in ASCII: other characters travel percent-encoded, or in the host as punycode. */
    private const REST = '(?:[\/?](?:[!$&\'()*+,.\/0-9:;=?@A-Z_a-z~-]|%[0-9A-Fa-f]{2})*)?';

    private function __construct(private string $address, public bool $isOnTheWeb)
    {
    }

    /** @throws \InvalidArgumentException saying what is wrong with it */
    public static function parse(string $address): self
    {
        if (strlen($address) > self::LONGEST) {
            throw new \InvalidArgumentException('must be at most '.self::LONGEST.' characters long');
        }
        if (preg_match('/^([A-Za-z][A-Za-z0-9+.-]*):(.*)$/Ds', $address, $parts) !== 1) {
            throw new \InvalidArgumentException('must be a whole address, such as https://app.example/start');
        }
        [, $scheme, $rest] = $parts;
        if (str_contains($rest, '#')) {
            throw new \InvalidArgumentException('must not have a part behind “#”');
        }

        return match (strtolower($scheme)) {
            'https' => self::onTheWeb($address, $rest, '(?:'.self::HOST.'|\[::1\])'),
            'http' => self::onTheWeb($address, $rest, '(?:localhost|127\.0\.0\.1|\[::1\])', 'must be https; http is for localhost, 127.0.0.1 and [::1] alone'),
            default => self::ofTheAppsOwn($address, $scheme, $rest),
        };
    }

    public function toString(): string
    {
        return $this->address;
    }

    private static function onTheWeb(string $address, string $rest, string $host, string $otherwise = 'must have a host, and only characters that an address may have'): self
    {
        if (str_contains(explode('/', substr($rest, 2), 2)[0], '@')) {
            throw new \InvalidArgumentException('must not have a user name in it');
        }
        if (preg_match("/^\/\/{$host}(?::(\d{1,5}))?".self::REST.'$/D', $rest, $found) !== 1 || (int) ($found[1] ?? 0) > 65_535) {
            throw new \InvalidArgumentException(preg_match("/^\/\/{$host}(?:[:\/?]|$)/", $rest) === 1 ? 'must have only characters that an address may have' : $otherwise);
        }

        return new self($address, true);
    }

    private static function ofTheAppsOwn(string $address, string $scheme, string $rest): self
    {
        if (! str_contains($scheme, '.')) {
            throw new \InvalidArgumentException("must be https, or a scheme with a dot that is the app's own, such as example.app:/start");
        }
        if (preg_match('/^'.self::REST.'$/D', $rest) !== 1 || $rest === '') {
            throw new \InvalidArgumentException('must go on with “/” behind the scheme, in characters that an address may have');
        }

        return new self($address, false);
    }
}
