<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\OAuth\SigningKeys;

use Firebase\JWT\JWT;
use Kennel\Core\OAuth\SigningKeys\Jws;
use Kennel\Core\OAuth\SigningKeys\PublicKeys;
use Kennel\Core\OAuth\SigningKeys\Verdict;
use PHPUnit\Framework\TestCase;

/** What a token says of itself never chooses how it is verified (RFC 8725 §§2, 3). */
final class PublicKeysTest extends TestCase
{
    private string $secret;

    /** @var array<string, string> */
    private array $jwk;

    private PublicKeys $keys;

    protected function setUp(): void
    {
        $pair = sodium_crypto_sign_keypair();
        $this->secret = base64_encode(sodium_crypto_sign_secretkey($pair));
        $this->jwk = ['kty' => 'OKP', 'crv' => 'Ed25519', 'kid' => 'one', 'x' => self::text(sodium_crypto_sign_publickey($pair))];
        $this->keys = PublicKeys::of([$this->jwk]);
    }

    private static function text(string $bytes): string
    {
        return rtrim(strtr(base64_encode($bytes), '+/', '-_'), '=');
    }

    /** @param  array<string, mixed>  $header */
    private function verdict(array $header = [], ?string $secret = null): ?Verdict
    {
        $token = Jws::read(JWT::encode(['sub' => 'x'], $secret ?? $this->secret, 'EdDSA', $header['kid'] ?? 'one', $header));

        return $token === null ? null : $this->keys->verify($token);
    }

    /** @param  array<string, mixed>  $header */
    private function forged(array $header, string $signature = ''): ?Verdict
    {
        $token = Jws::read(self::text((string) json_encode($header)).'.'.self::text('{"sub":"x"}').'.'.self::text($signature));

        return $token === null ? null : $this->keys->verify($token);
    }

    public function test_what_is_signed_by_a_key_there_is(): void
    {
        self::assertSame(Verdict::Signed, $this->verdict());
        $expired = Jws::read(JWT::encode(['exp' => 1_000, 'nbf' => 5_000_000_000], $this->secret, 'EdDSA', 'one'));
        self::assertSame(Verdict::Signed, $expired === null ? null : $this->keys->verify($expired), 'its times are for whoever asks');
    }

    /** RFC 9864 §2.2: newer libraries say which curve it is. */
    public function test_ed25519_by_its_newer_name(): void
    {
        $input = self::text('{"alg":"Ed25519","kid":"one"}').'.'.self::text('{"sub":"x"}');
        $signature = sodium_crypto_sign_detached($input, (string) base64_decode($this->secret, true));
        $verdict = fn (string $signature, ?PublicKeys $keys = null): Verdict => ($keys ?? $this->keys)->verify(Jws::read("{$input}.".self::text($signature)) ?? self::fail('no token'));
        self::assertSame(Verdict::Signed, $verdict($signature));
        self::assertSame(Verdict::Signed, $verdict($signature, PublicKeys::of([[...$this->jwk, 'alg' => 'Ed25519']])));
        self::assertSame(Verdict::NotSigned, $verdict(strrev($signature)));
        self::assertSame(Verdict::NotSigned, $verdict(''));
        self::assertSame(Verdict::AlgorithmNotAllowed, $verdict($signature, PublicKeys::of([['kty' => 'EC', 'crv' => 'P-256', 'kid' => 'one', 'x' => 'MKBCTNIcKUSDii11ySs3526iDZ8AiTo7Tu6KPAqv7D4', 'y' => '4Etl6SRW2YiLUrN5vfvVHuhp7x8PxltmWWlbbM4IFyM']])));
    }

    public function test_algorithms_are_not_confused(): void
    {
        foreach (['none', 'None', 'NONE', '', 'HS256', 'HS512', 'RS512', 'PS256', 'ES256K', 'dir'] as $algorithm) {
            self::assertSame(Verdict::AlgorithmNotAllowed, $this->forged(['alg' => $algorithm, 'kid' => 'one'], hash_hmac('sha256', 'x', $this->jwk['x'], true)), $algorithm);
        }
        foreach (['ES256', 'RS256'] as $algorithm) {
            self::assertSame(Verdict::AlgorithmNotAllowed, $this->forged(['alg' => $algorithm, 'kid' => 'one']), "{$algorithm} by a key for EdDSA");
        }
        self::assertSame(Verdict::AlgorithmNotAllowed, $this->forged(['kid' => 'one']));
        self::assertSame(Verdict::AlgorithmNotAllowed, $this->forged(['alg' => ['EdDSA'], 'kid' => 'one']));
    }

    public function test_a_token_brings_no_key_along(): void
    {
        $other = sodium_crypto_sign_keypair();
        $jwk = ['kty' => 'OKP', 'crv' => 'Ed25519', 'x' => self::text(sodium_crypto_sign_publickey($other))];
        $secret = base64_encode(sodium_crypto_sign_secretkey($other));
        self::assertSame(Verdict::NotSigned, $this->verdict(['jwk' => $jwk], $secret));
        self::assertSame(Verdict::NotSigned, $this->verdict(['jku' => 'https://evil.example/keys', 'x5u' => 'https://evil.example/x'], $secret));
        self::assertSame(Verdict::KeyUnknown, $this->verdict(['kid' => '../../etc/passwd', 'jwk' => $jwk], $secret));
        self::assertSame(Verdict::ExtensionUnknown, $this->verdict(['crit' => ['exp']]));
        self::assertSame(Verdict::KeyUnknown, $this->forged(['alg' => 'EdDSA']));
        self::assertSame(Verdict::KeyUnknown, $this->forged(['alg' => 'EdDSA', 'kid' => 1]));
    }

    public function test_what_was_changed_is_not_signed(): void
    {
        $token = JWT::encode(['sub' => 'x'], $this->secret, 'EdDSA', 'one');
        mt_srand(3);
        for ($try = 0; $try < 500; $try++) {
            $at = mt_rand(0, strlen($token) - 3);
            $other = substr_replace($token, 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789-_'[mt_rand(0, 63)], $at, 1);
            $read = Jws::read($other);
            self::assertTrue($other === $token || $read === null || $this->keys->verify($read) !== Verdict::Signed, $other);
        }
    }

    public function test_what_is_too_large_too_deep_or_no_token_is_not_read(): void
    {
        $token = static fn (string $claims, string $header = '{"alg":"EdDSA"}'): ?Jws => Jws::read(self::text($header).'.'.self::text($claims).'.'.self::text('x'));
        self::assertNotNull($token('{}'));
        foreach (['[]', '1', '"x"', 'null', '{', str_repeat('{"a":', 40).'1'.str_repeat('}', 40), '{"a":"'.str_repeat('x', 16_384).'"}'] as $claims) {
            self::assertNull($token($claims), substr($claims, 0, 40));
        }
        foreach (['', 'a.b', 'a.b.c.d', '.a.b', 'a b.c.d', "e30.e30.\n", 'e30=.e30.x'] as $text) {
            self::assertNull(Jws::read($text), $text);
        }
        self::assertNull($token('{}', '[]'));
    }

    public function test_keys_that_are_weak_or_private_are_left_out(): void
    {
        $rsa = static function (int $bits): array {
            $details = openssl_pkey_get_details(openssl_pkey_new(['private_key_type' => OPENSSL_KEYTYPE_RSA, 'private_key_bits' => $bits]) ?: self::fail('no key')) ?: [];

            return ['kty' => 'RSA', 'kid' => 'r', 'n' => self::text($details['rsa']['n']), 'e' => self::text($details['rsa']['e'])];
        };
        self::assertCount(1, PublicKeys::of([$rsa(2_048)])->all);
        self::assertSame([], PublicKeys::of([$rsa(1_024), [...$this->jwk, 'd' => 'x'], [...$this->jwk, 'use' => 'enc'], [...$this->jwk, 'alg' => 'ES256'], [...$this->jwk, 'kid' => ''], [...$this->jwk, 'crv' => 'Ed448'], [...$this->jwk, 'x' => 'AAAA'], ['kty' => 'oct', 'kid' => 'o', 'k' => 'AAAA'], 'x', null])->all);
    }
}
