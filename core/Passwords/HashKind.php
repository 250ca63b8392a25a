<?php

declare(strict_types=1);

namespace Kennel\Core\Passwords;

/** A stored hash's scheme and parameters as one label, such as "Argon2id 47104/1/1": what a census counts by. */
final class HashKind
{
    public static function of(string $stored): string
    {
        $scheme = HashScheme::of($stored);
        $phc = PhcString::parse($stored);

        return match (true) {
            $phc !== null && $scheme === HashScheme::Argon2id => self::argon2id($phc->parameters),
            $scheme === HashScheme::Bcrypt => $scheme->value.' '.(int) substr($stored, 4, 2),
            default => $scheme->value,
        };
    }

    /** The label of hashes made by these parameters: memory in KiB, passes, lanes. */
    public static function argon2id(Argon2idParameters $parameters): string
    {
        return HashScheme::Argon2id->value." {$parameters->memory}/{$parameters->passes}/{$parameters->lanes}";
    }
}
