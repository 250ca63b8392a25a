<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Credentials\Passwords;

use Kennel\Core\Credentials\Passwords\Argon2idParameters;
use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Core\Credentials\Passwords\Schemes\Schemes;
use Kennel\Core\Credentials\Passwords\Schemes\Wrappable;
use Kennel\Core\Credentials\Passwords\Schemes\Wrapped;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class WrappedTest extends TestCase
{
    private const PASSWORD = 'Flüsse fließen früh';

    #[DataProvider('olderHashes')]
    public function test_an_enclosed_hash_opens_to_the_same_password_and_hides_the_older_digest(string $stored, string $kind): void
    {
        $scheme = Schemes::verifying($stored);
        self::assertInstanceOf(Wrappable::class, $scheme);
        self::assertTrue($scheme->matches(self::PASSWORD, $stored));
        $wrapped = Wrapped::enclose($scheme, $stored, new Argon2idParameters(64, 1, 1), str_repeat('s', 16));

        self::assertSame("wrapped {$kind} in Argon2id 64/1/1", HashKind::of($wrapped));
        $verifying = Schemes::verifying($wrapped);
        self::assertNotNull($verifying);
        self::assertTrue($verifying->matches(self::PASSWORD, $wrapped));
        self::assertFalse($verifying->matches(self::PASSWORD.'x', $wrapped));
        self::assertFalse($verifying->matches($scheme->split($stored)['digest'], $wrapped), 'the older digest is no password');
        self::assertStringNotContainsString($scheme->split($stored)['digest'], $wrapped);
        self::assertFalse($verifying->matches(str_repeat('a', 80), $wrapped));
    }

    /** @return array<string, array{string, string}> */
    public static function olderHashes(): array
    {
        $pbkdf2 = rtrim(base64_encode(hash_pbkdf2('sha512', self::PASSWORD, 'salt', 100, 40, true)), '=');

        return [
            'bcrypt' => [password_hash(self::PASSWORD, PASSWORD_BCRYPT, ['cost' => 4]), 'bcrypt'],
            'bcrypt, 2b' => ['$2b$'.substr(password_hash(self::PASSWORD, PASSWORD_BCRYPT, ['cost' => 4]), 4), 'bcrypt'],
            'MD5-crypt' => [crypt(self::PASSWORD, '$1$saltsalt$'), 'MD5-crypt'],
            'SHA-256-crypt' => [crypt(self::PASSWORD, '$5$rounds=1000$saltsalt$'), 'SHA-256-crypt'],
            'SHA-512-crypt' => [crypt(self::PASSWORD, '$6$saltsalt$'), 'SHA-512-crypt'],
            'APR1' => ['$apr1$saltsalt$'.self::apr1(), 'APR1'],
            'portable phpass' => [self::phpass(), 'portable phpass'],
            'SSHA' => ['{SSHA}'.base64_encode(sha1(self::PASSWORD.'salt', true).'salt'), 'salted SHA-1 (SSHA)'],
            'PBKDF2' => ["\$pbkdf2-sha512\$100\$c2FsdA\${$pbkdf2}", 'PBKDF2-SHA512'],
            'PBKDF2, in braces' => ["{PBKDF2-SHA512}100\$c2FsdA\${$pbkdf2}", 'PBKDF2-SHA512'],
            'an unsalted digest' => ['$digest$md5$password$$'.md5(self::PASSWORD), 'bare digest'],
            'a salted one' => ['$digest$sha256$salt.password$00ff$'.hash('sha256', "\x00\xff".self::PASSWORD), 'bare digest'],
        ];
    }

    public function test_strings_that_are_not_quite_are_malformed(): void
    {
        $sound = Wrapped::enclose(new \Kennel\Core\Credentials\Passwords\Schemes\Bcrypt, password_hash(self::PASSWORD, PASSWORD_BCRYPT, ['cost' => 4]), new Argon2idParameters(64, 1, 1), str_repeat('s', 16));
        self::assertNotNull(Schemes::verifying($sound));
        foreach ([substr($sound, 0, -30), str_replace('$wrapped$', '$wrapped$!', $sound), str_replace('argon2id', 'argon2i', $sound), '$wrapped$'.base64_encode('$y$').strstr($sound, '$argon2id'), '$wrapped$$argon2id$', "{$sound}\n"] as $odd) {
            self::assertNull(Schemes::verifying($odd), $odd);
        }
    }

    public function test_settings_are_those_that_a_digest_can_be_computed_by(): void
    {
        $pbkdf2 = new \Kennel\Core\Credentials\Passwords\Schemes\Pbkdf2('sha256');
        $settings = static fn (int $iterations, int $length, string $salt = 'c2FsdA'): string => "\$pbkdf2-sha256\$i={$iterations},l={$length}\${$salt}";
        foreach ([[1, 1], [1, 64], [5_000_000, 1], [5_000_000, 64]] as [$iterations, $length]) {
            self::assertTrue($pbkdf2->areSettings($settings($iterations, $length)), "{$iterations}, {$length}");
        }
        self::assertSame(2 * 20, strlen($pbkdf2->digest('x', $settings(1, 20))));
        foreach ([[0, 1], [1, 0], [5_000_001, 1], [1, 65], [0, 65], [5_000_001, 0]] as [$iterations, $length]) {
            self::assertFalse($pbkdf2->areSettings($settings($iterations, $length)), "{$iterations}, {$length}");
            self::assertSame('', $pbkdf2->digest('x', $settings($iterations, $length)));
        }
        self::assertFalse($pbkdf2->areSettings($settings(1, 1, 'A')), 'no base64');
        self::assertFalse($pbkdf2->areSettings($settings(1, 1, '====')));
        self::assertFalse($pbkdf2->areSettings(str_replace('sha256', 'sha512', $settings(1, 1))));

        $salted = new \Kennel\Core\Credentials\Passwords\Schemes\SaltedLdap('sha1');
        foreach (['s' => true, str_repeat('s', 64) => true, '' => false, str_repeat('s', 65) => false] as $salt => $are) {
            self::assertSame($are, $salted->areSettings('{SSHA}'.base64_encode((string) $salt)), (string) $salt);
        }
        self::assertFalse($salted->areSettings('{SSHA}!!!'));
        self::assertFalse($salted->areSettings('{SSHA256}'.base64_encode('salt')));
    }

    private static function apr1(): string
    {
        return (new \Kennel\Core\Credentials\Passwords\Schemes\Apr1)->digest(self::PASSWORD, '$apr1$saltsalt$');
    }

    private static function phpass(): string
    {
        return '$P$7saltsalt'.(new \Kennel\Core\Credentials\Passwords\Schemes\PortablePhpass)->digest(self::PASSWORD, '$P$7saltsalt');
    }

    #[DataProvider('olderHashes')]
    public function test_settings_are_judged_by_their_form_and_not_by_computing(string $stored): void
    {
        $scheme = Schemes::verifying($stored);
        self::assertInstanceOf(Wrappable::class, $scheme);
        $settings = $scheme->split($stored)['settings'];
        self::assertTrue($scheme->areSettings($settings));
        foreach (['', '$', substr($settings, 1), '$nothing$'.$settings, str_repeat($settings, 2)] as $broken) {
            // What is no settings gives no digest either; what is, gives one.
            self::assertFalse($scheme->areSettings($broken), $broken);
        }
        self::assertNotSame('', $scheme->digest('x', $settings));
    }
}
