<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passkeys;

use ParagonIE\ConstantTime\Base64UrlSafe;

/** base64url without padding (RFC 4648 §5), as WebAuthn's JSON has every byte string. */
final class Base64Url
{
    public static function write(string $bytes): string
    {
        return Base64UrlSafe::encodeUnpadded($bytes);
    }

    /** @throws PasskeyRefused */
    public static function read(mixed $text, string $what): string
    {
        if (! is_string($text) || preg_match('/^[A-Za-z0-9_-]*$/D', $text) !== 1) {
            throw new PasskeyRefused("{$what}: is not base64url");
        }
        try {
            return Base64UrlSafe::decodeNoPadding($text);
        } catch (\Throwable) {
            throw new PasskeyRefused("{$what}: is not base64url");
        }
    }
}
