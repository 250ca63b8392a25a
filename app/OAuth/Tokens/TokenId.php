<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Kennel\Core\Foundation\Secrets\Entropy;
use ParagonIE\ConstantTime\Base64UrlSafe;
use Ramsey\Uuid\Uuid;

/** What a signed access token is called by (its jti): the authorization it comes of, and a number of its own. So it is found again without having been kept. */
final class TokenId
{
    private const OWN = 8;

    /** @param  string|null  $authorization  its id; null for a token of an app's own */
    public static function draw(?string $authorization, Entropy $entropy): string
    {
        return Base64UrlSafe::encodeUnpadded(($authorization === null ? '' : Uuid::fromString($authorization)->getBytes()).$entropy->bytes($authorization === null ? 16 : self::OWN));
    }

    /** @return string|null the authorization's id; null for a token of an app's own, and for what is none of ours */
    public static function authorization(string $id): ?string
    {
        $bytes = preg_match('/^[A-Za-z0-9_-]{32}$/D', $id) === 1 ? Base64UrlSafe::decode($id) : '';

        return $bytes === '' ? null : Uuid::fromBytes(substr($bytes, 0, 16))->toString();
    }
}
