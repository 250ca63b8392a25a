<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Schemes;

/** Every scheme that is verified. Argon2id is made, or bcrypt where the rule says so. */
final class Schemes
{
    /** @var list<Scheme>|null */
    private static ?array $all = null;

    /** @return list<Scheme> */
    public static function all(): array
    {
        return self::$all ??= [
            new Argon2('argon2id'), new Argon2('argon2i'), new Bcrypt, new Scrypt, new Pbkdf2('sha1'), new Pbkdf2('sha256'), new Pbkdf2('sha512'),
            new Crypt3('1'), new Crypt3('5'), new Crypt3('6'), new Apr1, new PortablePhpass,
            new SaltedLdap('sha1'), new SaltedLdap('sha256'), new SaltedLdap('sha512'), new DeclaredDigest, new Wrapped,
        ];
    }

    public static function of(string $stored): ?Scheme
    {
        foreach (self::all() as $scheme) {
            if ($scheme->recognises($stored)) {
                return $scheme;
            }
        }

        return null;
    }

    /** The scheme of a string that is sound, null for every other. */
    public static function verifying(string $stored): ?Scheme
    {
        $scheme = self::of($stored);

        return $scheme?->parameters($stored) === null ? null : $scheme;
    }
}
