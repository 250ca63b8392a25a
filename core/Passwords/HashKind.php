<?php

declare(strict_types=1);

namespace Kennel\Core\Passwords;

use Kennel\Core\Passwords\Schemes\Schemes;

/** A stored hash's scheme and parameters as one label, such as "Argon2id 47104/1/1": what a census counts by. */
final class HashKind
{
    public static function of(string $stored): string
    {
        $scheme = Schemes::of($stored);
        $parameters = $scheme?->parameters($stored);

        return match (true) {
            $scheme === null => 'not recognised'.self::announced($stored),
            $parameters === null => "malformed {$scheme->name()}",
            default => trim("{$scheme->name()} {$parameters}"),
        };
    }

    /** The label of hashes made by these parameters: memory in KiB, passes, lanes. */
    public static function argon2id(Argon2idParameters $parameters): string
    {
        return "Argon2id {$parameters->memory}/{$parameters->passes}/{$parameters->lanes}";
    }

    /** What the string calls itself, so that an unknown scheme is reported by its name. */
    private static function announced(string $stored): string
    {
        return preg_match('/^(?:\$([a-z0-9-]{1,20})\$|\{([A-Z0-9-]{1,20})\})/', $stored, $part) === 1 ? ': '.($part[2] ?? $part[1]) : '';
    }
}
