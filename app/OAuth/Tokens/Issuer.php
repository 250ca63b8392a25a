<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

/** Who we are to apps: the address that this service is configured with, without a "/" behind (RFC 8414 §2). */
final class Issuer
{
    public static function name(): string
    {
        return rtrim((string) config('app.url'), '/');
    }

    public static function endpoint(string $path): string
    {
        return self::name()."/oauth/{$path}";
    }
}
