<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Credentials\Passwords;

use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Core\Credentials\Passwords\Schemes\Schemes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** The last string of each scheme that is taken, and the first that is not: what asks for more was made by nobody, and would stop the server. */
final class HashLimitsTest extends TestCase
{
    /** In crypt(3)'s alphabet, whose characters stand for 0 to 63. */
    private const ALPHABET = './0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz';

    #[DataProvider('taken')]
    public function test_is_taken(string $stored, string $kind): void
    {
        self::assertSame($kind, HashKind::of($stored));
        self::assertNotNull(Schemes::verifying($stored));
    }

    /** @return iterable<string, array{string, string}> */
    public static function taken(): iterable
    {
        $all = [
            [self::argon2(1_048_576, 4, 1), 'Argon2id 1048576/4/1'], [self::argon2(8_192, 64, 64), 'Argon2id 8192/64/64'],
            [self::bcrypt('04'), 'bcrypt 4'], [self::bcrypt('16'), 'bcrypt 16'],
            [self::phpass(7), 'portable phpass 2^7'], [self::phpass(20), 'portable phpass 2^20'], [self::phpass(8, 'H'), 'portable phpass 2^8'],
            [self::crypt('1', 8, 22), 'MD5-crypt'], [self::crypt('1', 0, 22), 'MD5-crypt'], [self::crypt('5', 16, 43), 'SHA-256-crypt 5000'], [self::crypt('6', 16, 86), 'SHA-512-crypt 5000'],
            [self::crypt('6', 16, 86, 'rounds=1000000$'), 'SHA-512-crypt 1000000'], [self::crypt('5', 0, 43, 'rounds=1000$'), 'SHA-256-crypt 1000'],
            ['$apr1$'.str_repeat('a', 8).'$'.str_repeat('a', 22), 'APR1'], ['$apr1$$'.str_repeat('a', 22), 'APR1'],
            [self::pbkdf2(5_000_000, 32), 'PBKDF2-SHA256 5000000'], [self::pbkdf2(1, 12), 'PBKDF2-SHA256 1'], [self::pbkdf2(1, 64), 'PBKDF2-SHA256 1'],
            [self::digest('md5', 32, 0), 'bare digest md5 password'], [self::digest('sha1', 40, 1), 'bare digest sha1 password.salt'], [self::digest('sha256', 64, 64), 'bare digest sha256 password.salt'], [self::digest('sha512', 128, 64), 'bare digest sha512 password.salt'],
            [self::ldap('SSHA', 20 + 1), 'salted SHA-1 (SSHA)'], [self::ldap('SSHA', 20 + 64), 'salted SHA-1 (SSHA)'], [self::ldap('SSHA256', 32 + 64), 'salted SHA-256 (SSHA256)'], [self::ldap('SSHA512', 64 + 64), 'salted SHA-512 (SSHA512)'],
            [self::scrypt(1, 1, 1), 'scrypt 2^1/1/1'], [self::scrypt(20, 8, 2), 'scrypt 2^20/8/2'], [self::scrypt(23, 1, 1), 'scrypt 2^23/1/1'], [self::scrypt(10, 8, 64), 'scrypt 2^10/8/64'], [self::scrypt(1, 70, 1), 'scrypt 2^1/70/1'], [self::scrypt(1, 4_100, 1), 'scrypt 2^1/4100/1'],
        ];
        foreach ($all as $one) {
            yield $one[0] => $one;
        }
    }

    #[DataProvider('refused')]
    public function test_is_malformed(string $stored): void
    {
        self::assertStringStartsWith('malformed ', HashKind::of($stored));
        self::assertNull(Schemes::verifying($stored));
    }

    /** @return iterable<string, array{string}> */
    public static function refused(): iterable
    {
        $all = [
            self::argon2(1_048_577, 1, 1), self::argon2(1_048_576, 5, 1), self::argon2(8_192, 65, 1), self::argon2(8_192, 1, 65),
            self::bcrypt('03'), self::bcrypt('17'), self::bcrypt('32'), self::bcrypt('10').'a', substr(self::bcrypt('10'), 0, -1),
            self::phpass(6), self::phpass(21), self::phpass(10).'a', substr(self::phpass(10), 0, -1),
            self::crypt('1', 9, 22), self::crypt('1', 8, 21), self::crypt('1', 8, 23), self::crypt('5', 17, 43), self::crypt('5', 16, 42), self::crypt('5', 16, 44), self::crypt('6', 16, 85), self::crypt('6', 16, 87),
            self::crypt('6', 16, 86, 'rounds=1000001$'), self::crypt('6', 16, 86, 'rounds=999$'), self::crypt('6', 16, 86, 'rounds=01000$'), self::crypt('1', 8, 22, 'rounds=1000$'),
            '$apr1$'.str_repeat('a', 9).'$'.str_repeat('a', 22), '$apr1$$'.str_repeat('a', 21), '$apr1$$'.str_repeat('a', 23),
            self::pbkdf2(5_000_001, 32), self::pbkdf2(1, 11), self::pbkdf2(1, 65), '$pbkdf2-sha256$0$c2FsdA$'.str_repeat('a', 43),
            self::digest('md5', 30, 0), self::digest('md5', 34, 0), self::digest('sha1', 38, 1), self::digest('sha256', 62, 1), self::digest('sha512', 126, 1), self::digest('sha256', 64, 65),
            self::ldap('SSHA', 20), self::ldap('SSHA', 20 + 65), self::ldap('SSHA256', 32), self::ldap('SSHA256', 32 + 65), self::ldap('SSHA512', 64), self::ldap('SSHA512', 64 + 65),
            self::scrypt(0, 8, 1), self::scrypt(10, 0, 1), self::scrypt(10, 8, 0), self::scrypt(10, 8, 65), self::scrypt(20, 9, 1), self::scrypt(20, 8, 3), self::scrypt(24, 1, 1),
        ];
        foreach ($all as $one) {
            yield $one => [$one];
        }
    }

    private static function argon2(int $memory, int $passes, int $lanes): string
    {
        return "\$argon2id\$v=19\$m={$memory},t={$passes},p={$lanes}\$c29tZXNhbHRzb21lc2FsdA\$CTFhFdXPJO1aFaMaO6Mm5c8y7cJHAph8ArZWb2GRPPc";
    }

    private static function bcrypt(string $cost): string
    {
        return "\$2y\${$cost}\$".str_repeat('a', 53);
    }

    private static function phpass(int $cost, string $letter = 'P'): string
    {
        return "\${$letter}\$".self::ALPHABET[$cost].str_repeat('a', 30);
    }

    private static function crypt(string $id, int $salt, int $digest, string $rounds = ''): string
    {
        return "\${$id}\${$rounds}".str_repeat('s', $salt).'$'.str_repeat('a', $digest);
    }

    private static function pbkdf2(int $iterations, int $bytes): string
    {
        return "\$pbkdf2-sha256\$i={$iterations}\$c2FsdA\$".rtrim(base64_encode(str_repeat('h', $bytes)), '=');
    }

    private static function digest(string $name, int $length, int $salt): string
    {
        return "\$digest\${$name}\$".($salt === 0 ? 'password' : 'password.salt').'$'.str_repeat('0f', $salt).'$'.str_repeat('a', $length);
    }

    private static function ldap(string $name, int $bytes): string
    {
        return "{{$name}}".base64_encode(str_repeat('d', $bytes));
    }

    private static function scrypt(int $log, int $blocks, int $lanes): string
    {
        $number = static fn (int $value): string => implode('', array_map(static fn (int $at): string => self::ALPHABET[($value >> (6 * $at)) & 63], range(0, 4)));

        return '$7$'.self::ALPHABET[$log].$number($blocks).$number($lanes).str_repeat('a', 43).'$'.str_repeat('a', 43);
    }
}
