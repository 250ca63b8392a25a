<?php

declare(strict_types=1);

namespace Kennel\Core\SignIn\Providers;

/** Addresses that a provider may name: over TLS, or on this very machine, where nobody listens in between. */
final class ProviderAddress
{
    public static function isSafe(string $address): bool
    {
        $parts = parse_url($address);
        if ($parts === false || ! isset($parts['scheme'], $parts['host']) || isset($parts['user']) || isset($parts['pass']) || isset($parts['fragment'])) {
            return false;
        }

        return $parts['scheme'] === 'https' || ($parts['scheme'] === 'http' && self::isLocal($address));
    }

    private static function isLocal(string $address): bool
    {
        return in_array(parse_url($address, PHP_URL_HOST), ['localhost', '127.0.0.1', '[::1]'], true);
    }
}
