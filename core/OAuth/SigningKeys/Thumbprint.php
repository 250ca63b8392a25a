<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\SigningKeys;

use ParagonIE\ConstantTime\Base64UrlSafe;

/** What a key is called by: the digest of what makes it that key (RFC 7638 §3, RFC 8037 §2). */
final class Thumbprint
{
    private const MEMBERS = ['RSA' => ['e', 'kty', 'n'], 'EC' => ['crv', 'kty', 'x', 'y'], 'OKP' => ['crv', 'kty', 'x']];

    /**
     * @param  array<array-key, mixed>  $jwk
     *
     * @throws \InvalidArgumentException for a key of another type, or that lacks a member
     */
    public static function of(array $jwk): string
    {
        $names = is_string($jwk['kty'] ?? null) ? self::MEMBERS[$jwk['kty']] ?? [] : [];
        $members = array_intersect_key($jwk, array_fill_keys($names, true));
        if ($names === [] || count($members) !== count($names)) {
            throw new \InvalidArgumentException('is no public key of a type that has a thumbprint here');
        }
        ksort($members, SORT_STRING);

        return Base64UrlSafe::encodeUnpadded(hash('sha256', json_encode($members, JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES), true));
    }
}
