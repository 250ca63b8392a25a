<?php

declare(strict_types=1);

namespace Kennel\Core\Passwords;

/** What a stored hash says it is, read from its beginning. */
enum HashScheme: string
{
    case Argon2id = 'Argon2id';
    case Bcrypt = 'bcrypt';
    case PortablePhpass = 'portable phpass';
    case SaltedSha1 = 'salted SHA-1 (SSHA)';
    case Pbkdf2Sha256 = 'PBKDF2-SHA256';
    case Unknown = 'not recognised';

    public static function of(string $stored): self
    {
        return match (true) {
            str_starts_with($stored, '$argon2id$') => self::Argon2id,
            preg_match('/^\$2[aby]\$\d\d\$/', $stored) === 1 => self::Bcrypt,
            str_starts_with($stored, '$P$') => self::PortablePhpass,
            str_starts_with($stored, '{SSHA}') => self::SaltedSha1,
            str_starts_with($stored, '$pbkdf2-sha256$') => self::Pbkdf2Sha256,
            default => self::Unknown,
        };
    }
}
