<?php

declare(strict_types=1);

namespace Kennel\App\Platform;

/** Keys for one purpose each, derived from the service's own (RFC 5869, HKDF with SHA-256): what one of them signs says nothing to another. */
final class DerivedKey
{
    private const BYTES = 32;

    public static function for(string $purpose): string
    {
        $key = (string) config('app.key');
        $bytes = str_starts_with($key, 'base64:') ? (string) base64_decode(substr($key, strlen('base64:')), true) : $key;

        return hash_hkdf('sha256', $bytes, self::BYTES, "kennel {$purpose}");
    }
}
