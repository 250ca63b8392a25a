<?php

declare(strict_types=1);

namespace Kennel\App\Foundation;

use Kennel\App\Foundation\Keys\KeyFile;
use Kennel\App\Foundation\Keys\KeyRing;

/** Keys for one purpose each, derived from the service's own (RFC 5869, HKDF with SHA-256): what one of them signs says nothing to another. */
final class DerivedKey
{
    private const BYTES = 32;

    public static function for(string $purpose): string
    {
        return self::all($purpose)[0];
    }

    /** @return non-empty-list<string> today's first, then those of former keys, for what was signed before a rotation */
    public static function all(string $purpose): array
    {
        return array_map(static fn (string $key): string => self::derive($key, $purpose), KeyRing::loaded() ?: ['']);
    }

    private static function derive(#[\SensitiveParameter] string $key, string $purpose): string
    {
        return hash_hkdf('sha256', KeyFile::bytes($key) ?? $key, self::BYTES, "kennel {$purpose}");
    }
}
