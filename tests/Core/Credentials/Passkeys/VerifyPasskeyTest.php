<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Credentials\Passkeys;

use Kennel\Core\Credentials\Passkeys\Base64Url;
use Kennel\Core\Credentials\Passkeys\CoseKey;
use Kennel\Core\Credentials\Passkeys\PasskeyRefused;
use Kennel\Core\Credentials\Passkeys\RelyingParty;
use Kennel\Core\Credentials\Passkeys\UsedPasskey;
use Kennel\Core\Credentials\Passkeys\VerifyPasskey;
use Kennel\Tests\Support\SoftAuthenticator;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class VerifyPasskeyTest extends TestCase
{
    private const CHALLENGE = 'thirty-two random bytes, let us say';

    private static function verify(): VerifyPasskey
    {
        return new VerifyPasskey(RelyingParty::of('http://localhost'));
    }

    /** @param  array<string, mixed>  $response */
    private static function use(SoftAuthenticator $authenticator, array $response, int $count = 0, bool $verified = true, bool $backup = false): UsedPasskey
    {
        return self::verify()->assertion($response, self::CHALLENGE, $authenticator->cose, $count, $backup, $verified);
    }

    /** @return array<string, array{int}> */
    public static function algorithms(): array
    {
        return ['ES256' => [CoseKey::ES256], 'EdDSA' => [CoseKey::EDDSA], 'RS256' => [CoseKey::RS256]];
    }

    #[DataProvider('algorithms')]
    public function test_a_key_is_made_and_used(int $algorithm): void
    {
        $authenticator = new SoftAuthenticator($algorithm);
        $made = self::verify()->registration($authenticator->create(self::CHALLENGE), self::CHALLENGE);
        self::assertSame([$authenticator->id, $authenticator->cose, $algorithm, 0], [$made->id, $made->key, $made->algorithm, $made->signCount]);
        $used = self::use($authenticator, $authenticator->get(self::CHALLENGE));
        self::assertTrue($used->isVerified);
    }

    /** @return iterable<string, array{\Closure(SoftAuthenticator): array<string, mixed>, string}> */
    public static function lies(): iterable
    {
        yield 'another challenge' => [static fn (SoftAuthenticator $one): array => $one->get('another'), 'answers another challenge'];
        yield 'another origin' => [static fn (SoftAuthenticator $one): array => $one->get(self::CHALLENGE, ['origin' => 'http://localhost.evil.example']), 'another origin'];
        yield 'another port' => [static fn (SoftAuthenticator $one): array => $one->get(self::CHALLENGE, ['origin' => 'http://localhost:81']), 'another origin'];
        yield 'in a frame of somebody else' => [static fn (SoftAuthenticator $one): array => $one->get(self::CHALLENGE, ['crossOrigin' => true]), 'somebody else'];
        yield 'another ceremony' => [static fn (SoftAuthenticator $one): array => $one->get(self::CHALLENGE, ['type' => 'webauthn.create']), 'another ceremony'];
        yield 'another relying party' => [static function (SoftAuthenticator $one): array {
            $one->rpId = 'evil.example';

            return $one->get(self::CHALLENGE);
        }, 'another relying party'];
        yield 'nobody there' => [static function (SoftAuthenticator $one): array {
            $one->flags = 0x04;

            return $one->get(self::CHALLENGE);
        }, 'nobody was there'];
        yield 'nobody verified' => [static function (SoftAuthenticator $one): array {
            $one->flags = 0x01;

            return $one->get(self::CHALLENGE);
        }, 'its holder was not verified'];
        yield 'a copy of what cannot be copied' => [static function (SoftAuthenticator $one): array {
            $one->flags = 0x15;

            return $one->get(self::CHALLENGE);
        }, 'a copy of what cannot be copied'];
        yield 'that can be copied all of a sudden' => [static function (SoftAuthenticator $one): array {
            $one->flags = 0x0D;

            return $one->get(self::CHALLENGE);
        }, 'or the other way round'];
        yield 'by another key' => [static fn (SoftAuthenticator $one): array => (new SoftAuthenticator)->get(self::CHALLENGE), 'is not by this key'];
        yield 'a signature of nothing' => [static fn (SoftAuthenticator $one): array => array_replace_recursive($one->get(self::CHALLENGE), ['response' => ['signature' => '']]), 'is not by this key'];
        yield 'no base64url' => [static fn (SoftAuthenticator $one): array => array_replace_recursive($one->get(self::CHALLENGE), ['response' => ['authenticatorData' => 'a+b/']]), 'is not base64url'];
        yield 'no JSON' => [static fn (SoftAuthenticator $one): array => array_replace_recursive($one->get(self::CHALLENGE), ['response' => ['clientDataJSON' => Base64Url::write('{')]]), 'is not JSON'];
        yield 'no answer' => [static fn (SoftAuthenticator $one): array => ['type' => 'public-key'], 'no answer of a passkey'];
        yield 'more after it' => [static fn (SoftAuthenticator $one): array => array_replace_recursive($one->get(self::CHALLENGE), ['response' => ['authenticatorData' => Base64Url::write(hash('sha256', 'localhost', true)."\x05\0\0\0\0more")]]), 'is too long'];
    }

    /** @param  \Closure(SoftAuthenticator): array<string, mixed>  $lie */
    #[DataProvider('lies')]
    public function test_each_lie_is_found_out(\Closure $lie, string $message): void
    {
        $authenticator = new SoftAuthenticator;
        $this->expectException(PasskeyRefused::class);
        $this->expectExceptionMessage($message);
        self::use($authenticator, $lie($authenticator));
    }

    public function test_a_count_that_does_not_go_on_is_of_a_copy(): void
    {
        $authenticator = new SoftAuthenticator;
        foreach ([[0, 0, true], [1, 0, true], [8, 7, true], [7, 7, false], [6, 7, false], [0, 7, false]] as [$said, $kept, $isGood]) {
            $authenticator->count = $said;
            try {
                self::use($authenticator, $authenticator->get(self::CHALLENGE), $kept);
                self::assertTrue($isGood, "{$said} after {$kept}");
            } catch (PasskeyRefused $refused) {
                self::assertFalse($isGood, $refused->getMessage());
                self::assertStringContainsString('signCount', $refused->getMessage());
            }
        }
    }

    public function test_what_cannot_verify_its_holder_is_a_second_factor_still(): void
    {
        $authenticator = new SoftAuthenticator;
        $authenticator->flags = 0x01;
        self::assertFalse(self::use($authenticator, $authenticator->get(self::CHALLENGE), verified: false)->isVerified);
    }

    public function test_an_id_that_is_not_the_keys_and_a_key_nobody_asked_for_are_refused(): void
    {
        $authenticator = new SoftAuthenticator;
        foreach ([['rawId' => Base64Url::write('another')], ['type' => 'password']] as $change) {
            try {
                self::verify()->registration([...$authenticator->create(self::CHALLENGE), ...$change], self::CHALLENGE);
                self::fail();
            } catch (PasskeyRefused) {
                self::addToAssertionCount(1);
            }
        }
        // A point that is not on the curve; a key of a kind that was not asked for; RSA of 512 bits.
        foreach (["\xa5\x01\x02\x03\x26\x20\x01\x21\x58\x20".str_repeat("\x01", 32)."\x22\x58\x20".str_repeat("\x02", 32), "\xa1\x01\x04", "\xa4\x01\x03\x03\x39\x01\x00\x20\x58\x40".str_repeat("\xff", 64)."\x21\x43\x01\x00\x01", "\x01", ''] as $key) {
            try {
                CoseKey::read($key);
                self::fail(bin2hex($key));
            } catch (PasskeyRefused) {
                self::addToAssertionCount(1);
            }
        }
    }
}
