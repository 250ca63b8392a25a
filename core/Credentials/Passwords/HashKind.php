<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords;

use Kennel\Core\Credentials\Passwords\Peppers\Peppered;
use Kennel\Core\Credentials\Passwords\Schemes\Schemes;
use Kennel\Core\Directory\Accounts\StoredHash;

/** A stored hash's scheme and parameters as one label, such as "Argon2id 47104/1/1": what a census counts by. */
final class HashKind
{
    public static function describe(string $stored): StoredHash
    {
        return new StoredHash($stored, self::of($stored));
    }

    public static function of(string $stored): string
    {
        $peppered = Peppered::parse($stored);
        if ($peppered !== null) {
            return self::withPepper(self::of($peppered->hash), $peppered->keyId);
        }
        $scheme = Schemes::of($stored);
        $parameters = $scheme?->parameters($stored);

        return match (true) {
            $scheme === null => 'not recognised'.self::announced($stored),
            $parameters === null => "malformed {$scheme->name()}",
            default => trim("{$scheme->name()} {$parameters}"),
        };
    }

    public static function withPepper(string $kind, string $keyId): string
    {
        return $keyId === '' ? $kind : "{$kind} + pepper {$keyId}";
    }

    /** What the string calls itself, so that an unknown scheme is reported by its name. */
    private static function announced(string $stored): string
    {
        return preg_match('/^(?:\$([a-z0-9-]{1,20})\$|\{([A-Z0-9-]{1,20})\})/', $stored, $part) === 1 ? ': '.($part[2] ?? $part[1]) : '';
    }
}
