<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\SignIn\Providers;

use Firebase\JWT\JWT;
use Kennel\Core\SignIn\Providers\Provider;
use Kennel\Core\SignIn\Providers\ProviderRefused;
use Kennel\Core\SignIn\Providers\UnknownKey;
use Kennel\Core\SignIn\Providers\VerifyIdToken;
use Kennel\Tests\Support\SoftProvider;
use ParagonIE\ConstantTime\Base64UrlSafe;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** OpenID Connect Core 1.0 §3.1.3.7: an ID token that is forged or wrong in each of its fields. */
final class VerifyIdTokenTest extends TestCase
{
    private const NONCE = 'the nonce of this sign-in';

    private SoftProvider $college;

    private \DateTimeImmutable $now;

    protected function setUp(): void
    {
        $this->college = new SoftProvider;
        $this->now = new \DateTimeImmutable('2026-05-01T12:00:00Z');
    }

    /** @param  array<array-key, mixed>|null  $keys */
    private function verify(string $token, ?array $keys = null): \Kennel\Core\SignIn\Providers\OutsidePerson
    {
        return (new VerifyIdToken)($token, $keys ?? $this->college->keys(), new Provider('riverside', 'Riverside', SoftProvider::ISSUER, 'kennel'), hash('sha256', self::NONCE), $this->now);
    }

    public function test_what_is_as_it_should_be_says_whom_it_is_about(): void
    {
        $person = $this->verify($this->college->idToken(self::NONCE, $this->now, ['aud' => ['kennel']]));
        self::assertSame(['rc-1047', 'ines@riverside.example', 'Ines Calloway'], [$person->subject, $person->verifiedEmail, $person->name]);
        self::assertSame('rc-1047', $this->verify($this->college->idToken(self::NONCE, $this->now, ['aud' => ['kennel', 'another'], 'azp' => 'kennel']))->subject);
        self::assertSame('rc-1047', $this->verify($this->college->idToken(self::NONCE, $this->now->modify('+50 seconds')))->subject, 'clocks differ');
        self::assertNull(JWT::$timestamp, 'nothing is left set');
    }

    /** @param  array<string, mixed>  $claims */
    #[DataProvider('wrong')]
    public function test_each_claim_that_is_wrong_is_refused(array $claims): void
    {
        $this->expectException(ProviderRefused::class);
        $this->verify($this->college->idToken(self::NONCE, $this->now, $claims));
    }

    /** @return iterable<string, array{array<string, mixed>}> */
    public static function wrong(): iterable
    {
        $at = (new \DateTimeImmutable('2026-05-01T12:00:00Z'))->getTimestamp();
        yield 'no issuer' => [['iss' => null]];
        yield 'another issuer' => [['iss' => 'https://id.evil.example']];
        yield 'issuer with a slash more' => [['iss' => SoftProvider::ISSUER.'/']];
        yield 'issuer as a list' => [['iss' => [SoftProvider::ISSUER]]];
        yield 'no audience' => [['aud' => null]];
        yield 'another audience' => [['aud' => 'another']];
        yield 'audience that begins alike' => [['aud' => 'kennel2']];
        yield 'several without saying who asked' => [['aud' => ['kennel', 'another']]];
        yield 'made for another' => [['aud' => ['kennel', 'another'], 'azp' => 'another']];
        yield 'made for another alone' => [['azp' => 'another']];
        yield 'no end' => [['exp' => null]];
        yield 'at its end' => [['exp' => $at - 60]];
        yield 'end as text' => [['exp' => (string) ($at + 300)]];
        yield 'no beginning' => [['iat' => null]];
        yield 'of the future' => [['iat' => $at + 61]];
        yield 'older than a sign-in takes' => [['iat' => $at - 901, 'exp' => $at + 60]];
        yield 'not yet' => [['nbf' => $at + 61]];
        yield 'no nonce' => [['nonce' => null]];
        yield 'another nonce' => [['nonce' => 'of another sign-in']];
        yield 'nonce as a list' => [['nonce' => [self::NONCE]]];
        yield 'nobody' => [['sub' => null]];
        yield 'an empty subject' => [['sub' => '']];
        yield 'a subject that is too long' => [['sub' => str_repeat('x', 256)]];
        yield 'a number for a subject' => [['sub' => 7]];
    }

    public function test_an_address_that_is_not_said_to_be_verified_is_none(): void
    {
        foreach ([false, 'true', 1, null, 'yes', ['x']] as $said) {
            self::assertNull($this->verify($this->college->idToken(self::NONCE, $this->now, ['email_verified' => $said]))->verifiedEmail);
        }
    }

    public function test_signatures_that_are_none_of_the_providers(): void
    {
        $token = $this->college->idToken(self::NONCE, $this->now);
        [$header, $claims, $signature] = explode('.', $token);
        $write = static fn (array $value): string => Base64UrlSafe::encodeUnpadded((string) json_encode($value));
        $read = static fn (string $part): array => (array) json_decode(Base64UrlSafe::decodeNoPadding($part), true);
        $forged = [
            'no signature' => "{$header}.{$claims}.",
            'another claim' => "{$header}.".$write(['sub' => 'rc-0001', ...$read($claims)]).".{$signature}",
            'alg none' => $write(['alg' => 'none', 'kid' => 'one']).".{$claims}.",
            'alg None' => $write(['alg' => 'None', 'kid' => 'one']).".{$claims}.",
            'signed with the public key' => JWT::encode($read($claims), $this->college->publicPem(), 'HS256', 'one'),
            'another algorithm of the same key' => $write(['alg' => 'RS512', 'kid' => 'one']).".{$claims}.{$signature}",
            'something critical that nobody knows' => $write(['alg' => 'RS256', 'kid' => 'one', 'crit' => ['x'], 'x' => 1]).".{$claims}.{$signature}",
            'a key of its own in the header' => (static function () use ($claims, $read): string {
                $mallory = new SoftProvider;

                return $mallory->idToken(self::NONCE, new \DateTimeImmutable('2026-05-01T12:00:00Z'), $read($claims), ['jwk' => $mallory->keys()['keys'][0]]);
            })(),
            'two parts' => "{$header}.{$claims}",
            'four parts' => "{$token}.x",
            'no token' => 'no token',
            'too large' => str_repeat('x', 20_000),
        ];
        foreach ($forged as $how => $one) {
            $isTaken = true;
            try {
                $this->verify($one);
            } catch (ProviderRefused|UnknownKey) {
                $isTaken = false;
            }
            self::assertFalse($isTaken, $how);
        }
    }

    public function test_a_key_that_is_not_there_and_sets_that_cannot_be_read(): void
    {
        $token = $this->college->idToken(self::NONCE, $this->now);
        $key = $this->college->keys()['keys'][0];
        foreach ([[], ['keys' => 'none'], ['keys' => []], ['keys' => [['kty' => 'oct', 'k' => 'c2VjcmV0', 'kid' => 'one', 'alg' => 'HS256']]], ['keys' => [['kid' => 'two'] + $key]], ['keys' => [['use' => 'enc'] + $key]], ['keys' => [7, null, 'x']]] as $set) {
            try {
                $this->verify($token, $set);
                self::fail('taken with '.json_encode($set));
            } catch (UnknownKey) {
                self::assertSame('rc-1047', $this->verify($token)->subject);
            }
        }
        self::assertSame('rc-1047', $this->verify($token, ['keys' => [['kty' => 'RSA', 'n' => '!', 'e' => '!', 'kid' => 'broken'], $key]])->subject, 'one that cannot be read hides no other');
    }
}
