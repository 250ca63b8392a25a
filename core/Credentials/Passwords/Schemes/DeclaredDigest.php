<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Schemes;

/**
 * A bare digest with its layout declared, as an import writes it: `$digest$sha256$salt.password$<salt, hex>$<digest, hex>`. The layout is
 * `password`, `salt.password` or `password.salt`; the digest MD5, SHA-1, SHA-256 or SHA-512. The form is Kennel's own, since such
 * digests come without one.
 */
final readonly class DeclaredDigest implements Wrappable
{
    use ComparesDigests;
    use SplitsAtLastDollar;

    private const FORM = '/^\$digest\$(md5|sha1|sha256|sha512)\$(password|salt\.password|password\.salt)\$((?:[0-9a-f]{2}){0,64})\$([0-9a-f]{32,128})$/D';

    private const LENGTHS = ['md5' => 32, 'sha1' => 40, 'sha256' => 64, 'sha512' => 128];

    public function name(): string
    {
        return 'bare digest';
    }

    public function recognises(string $stored): bool
    {
        return str_starts_with($stored, '$digest$');
    }

    public function parameters(string $stored): ?string
    {
        $isSound = preg_match(self::FORM, $stored, $part) === 1 && strlen($part[4]) === self::LENGTHS[$part[1]] && ($part[2] === 'password') === ($part[3] === '');

        return $isSound ? "{$part[1]} {$part[2]}" : null;
    }

    public function areSettings(string $settings): bool
    {
        return $this->parameters($settings.str_repeat('0', self::LENGTHS[explode('$', $settings)[2] ?? ''] ?? 0)) !== null;
    }

    public function digest(#[\SensitiveParameter] string $password, string $settings): string
    {
        [, , $digest, $layout, $salt] = explode('$', $settings);
        $salt = (string) hex2bin($salt);
        $text = match ($layout) {
            'salt.password' => $salt.$password,
            'password.salt' => $password.$salt,
            default => $password,
        };

        return hash($digest, $text);
    }
}
