<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passkeys;

/** A public key as authenticators write it (COSE, RFC 9052 §7 and RFC 9053), of the three algorithms that are taken: ES256, EdDSA with Ed25519, RS256. */
final readonly class CoseKey
{
    public const ES256 = -7;

    public const EDDSA = -8;

    public const RS256 = -257;

    /** In the order they are wished for. */
    public const ALGORITHMS = [self::ES256, self::EDDSA, self::RS256];

    /** RFC 5480 §2.1.1: id-ecPublicKey, P-256, an uncompressed point follows. */
    private const P256_HEAD = '3059301306072a8648ce3d020106082a8648ce3d03010703420004';

    /** RFC 8017 A.1: rsaEncryption. */
    private const RSA_HEAD = '300d06092a864886f70d0101010500';

    private const RSA_LEAST = 256;

    private const RSA_MOST = 1_024;

    /** @param  non-empty-string  $key  PEM; of Ed25519 its 32 bytes */
    private function __construct(public int $algorithm, private string $key)
    {
    }

    /**
     * @param  string  $bytes  CBOR
     *
     * @throws PasskeyRefused
     */
    public static function read(string $bytes): self
    {
        $map = Cbor::whole($bytes);
        if (! is_array($map)) {
            throw new PasskeyRefused('COSE: is no map');
        }

        return match ([$map[1] ?? null, $map[3] ?? null]) {
            [2, self::ES256] => self::p256($map),
            [1, self::EDDSA] => self::ed25519($map),
            [3, self::RS256] => self::rsa($map),
            default => throw new PasskeyRefused('COSE: a kind of key that was not asked for'),
        };
    }

    public function verifies(string $signed, string $signature): bool
    {
        if ($this->algorithm === self::EDDSA) {
            return strlen($signature) === SODIUM_CRYPTO_SIGN_BYTES && sodium_crypto_sign_verify_detached($signature, $signed, $this->key);
        }

        return $signature !== '' && openssl_verify($signed, $signature, $this->key, OPENSSL_ALGO_SHA256) === 1;
    }

    /** @param  array<int|string, mixed>  $map */
    private static function p256(array $map): self
    {
        if (($map[-1] ?? null) !== 1) {
            throw new PasskeyRefused('COSE: another curve');
        }

        return self::ofPem(self::ES256, hex2bin(self::P256_HEAD).self::bytes($map, -2, 32).self::bytes($map, -3, 32));
    }

    /** @param  array<int|string, mixed>  $map */
    private static function ed25519(array $map): self
    {
        if (($map[-1] ?? null) !== 6) {
            throw new PasskeyRefused('COSE: another curve');
        }

        return new self(self::EDDSA, self::bytes($map, -2, SODIUM_CRYPTO_SIGN_PUBLICKEYBYTES));
    }

    /** @param  array<int|string, mixed>  $map */
    private static function rsa(array $map): self
    {
        $modulus = self::bytes($map, -1);
        $exponent = self::bytes($map, -2);
        if (strlen($modulus) < self::RSA_LEAST || strlen($modulus) > self::RSA_MOST || strlen($exponent) > 4) {
            throw new PasskeyRefused('COSE: an RSA key of another size');
        }
        $key = self::der(0x30, self::der(0x02, "\0".$modulus).self::der(0x02, (ord($exponent[0]) > 0x7F ? "\0" : '').$exponent));

        return self::ofPem(self::RS256, self::der(0x30, hex2bin(self::RSA_HEAD).self::der(0x03, "\0".$key)));
    }

    private static function ofPem(int $algorithm, string $der): self
    {
        $pem = "-----BEGIN PUBLIC KEY-----\n".chunk_split(base64_encode($der), 64, "\n").'-----END PUBLIC KEY-----';

        // A point that is not on the curve, for one.
        return @openssl_pkey_get_public($pem) === false ? throw new PasskeyRefused('COSE: is no key') : new self($algorithm, $pem);
    }

    /**
     * @param  array<int|string, mixed>  $map
     * @return non-empty-string
     */
    private static function bytes(array $map, int $key, ?int $length = null): string
    {
        $bytes = $map[$key] ?? null;
        if (! $bytes instanceof Bytes || $bytes->value === '' || ($length !== null && strlen($bytes->value) !== $length)) {
            throw new PasskeyRefused('COSE: a part of the key is missing, or of another length');
        }

        return $bytes->value;
    }

    private static function der(int $tag, string $value): string
    {
        $length = strlen($value);
        $head = match (true) {
            $length < 0x80 => chr($length),
            $length < 0x100 => "\x81".chr($length),
            default => "\x82".pack('n', $length),
        };

        return chr($tag).$head.$value;
    }
}
