<?php

declare(strict_types=1);

namespace Kennel\Core\SigningKeys;

/** By what tokens are signed; named as in JOSE (RFC 7518 §3.1, RFC 8037 §3.1). */
enum SigningAlgorithm: string
{
    /** Ed25519: short, quick, without anything to get wrong. */
    case EdDsa = 'EdDSA';
    case Es256 = 'ES256';
    /** For libraries that know nothing else; every OpenID client has to know it (OpenID Connect Core 1.0 §15.1). */
    case Rs256 = 'RS256';

    /** @return non-empty-list<string> */
    public static function names(): array
    {
        return array_column(self::cases(), 'value');
    }
}
