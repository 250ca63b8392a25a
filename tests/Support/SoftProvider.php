<?php

declare(strict_types=1);

namespace Kennel\Tests\Support;

use Firebase\JWT\JWT;
use ParagonIE\ConstantTime\Base64UrlSafe;

/** A provider in this process: its documents, its keys, and ID tokens with whatever somebody wants in them. */
final class SoftProvider
{
    public const ISSUER = 'https://id.riverside.example';

    public string $kid = 'one';

    private \OpenSSLAsymmetricKey $key;

    /** @var list<\OpenSSLAsymmetricKey> making one takes a tenth of a second; no test has more than these at a time */
    private static array $keys = [];

    private static int $handedOut = 0;

    /** @var array<string, mixed> over what it would say of itself */
    public array $saysOfItself = [];

    public function __construct()
    {
        $this->changeKey('one');
    }

    public function changeKey(string $kid): void
    {
        $this->kid = $kid;
        $this->key = self::$keys[self::$handedOut++ % 8] ??= openssl_pkey_new(['private_key_bits' => 2048, 'private_key_type' => OPENSSL_KEYTYPE_RSA]) ?: throw new \RuntimeException('no key');
    }

    /** @return array<string, mixed> */
    public function metadata(): array
    {
        return $this->saysOfItself + [
            'issuer' => self::ISSUER, 'authorization_endpoint' => self::ISSUER.'/authorize', 'token_endpoint' => self::ISSUER.'/token', 'jwks_uri' => self::ISSUER.'/keys',
            'response_types_supported' => ['code'], 'code_challenge_methods_supported' => ['S256'], 'authorization_response_iss_parameter_supported' => true,
        ];
    }

    /** @return array{keys: list<array<string, string>>} */
    public function keys(): array
    {
        $details = openssl_pkey_get_details($this->key);
        $rsa = is_array($details) ? $details['rsa'] : [];

        return ['keys' => [['kty' => 'RSA', 'use' => 'sig', 'alg' => 'RS256', 'kid' => $this->kid, 'n' => Base64UrlSafe::encodeUnpadded($rsa['n']), 'e' => Base64UrlSafe::encodeUnpadded($rsa['e'])]]];
    }

    public function publicPem(): string
    {
        $details = openssl_pkey_get_details($this->key);

        return is_array($details) ? (string) $details['key'] : '';
    }

    /**
     * @param  array<string, mixed>  $claims  null takes one away
     * @param  array<string, mixed>  $header
     */
    public function idToken(string $nonce, \DateTimeImmutable $now, array $claims = [], array $header = []): string
    {
        $at = $now->getTimestamp();
        $all = array_replace(['iss' => self::ISSUER, 'aud' => 'kennel', 'sub' => 'rc-1047', 'nonce' => $nonce, 'iat' => $at, 'exp' => $at + 300, 'name' => 'Ines Calloway', 'email' => 'ines@riverside.example', 'email_verified' => true], $claims);

        return JWT::encode(array_filter($all, static fn (mixed $one): bool => $one !== null), $this->key, 'RS256', $this->kid, $header);
    }
}
