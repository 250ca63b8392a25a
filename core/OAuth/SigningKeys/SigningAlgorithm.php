<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\SigningKeys;

/** By what tokens are signed; named as in JOSE (RFC 7518 §3.1, RFC 8037 §3.1). */
enum SigningAlgorithm: string
{
    /** Ed25519: short, quick, without anything to get wrong. */
    case EdDsa = 'EdDSA';
    case Es256 = 'ES256';
    /** For libraries that know nothing else; every OpenID client has to know it (OpenID Connect Core 1.0 §15.1). */
    case Rs256 = 'RS256';

    /** As JOSE writes a signature, by the keys that are made here (RFC 8037 §3.1, RFC 7518 §§3.3, 3.4). */
    public function signatureBytes(): int
    {
        return match ($this) {
            self::EdDsa, self::Es256 => 64,
            self::Rs256 => 256,
        };
    }

    /** What signs by Ed25519 says so by either name: EdDSA says too little by itself, and is on its way out (RFC 9864 §§2.2, 4.1.2). */
    public const FULLY_SPECIFIED = ['Ed25519' => 'EdDSA'];

    /** @return non-empty-list<string> every name by which one of them may be said */
    public static function understood(): array
    {
        return [...self::names(), ...array_keys(self::FULLY_SPECIFIED)];
    }

    public static function named(mixed $name): ?self
    {
        return is_string($name) ? self::tryFrom(self::FULLY_SPECIFIED[$name] ?? $name) : null;
    }

    /** @return non-empty-list<string> */
    public static function names(): array
    {
        return array_column(self::cases(), 'value');
    }
}
