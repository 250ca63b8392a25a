<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\SigningKeys;

use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\OAuth\SigningKeys\SigningAlgorithm;
use ParagonIE\ConstantTime\Base64UrlSafe;

/** A new pair: the public half as RFC 7517 writes it, the private one as it is signed with. */
final readonly class MakeKey
{
    /** RFC 7518 §3.3 asks for 2048 bits at least; NIST SP 800-57 part 1 for no more until 2030. */
    private const RSA_BITS = 2_048;

    public function __construct(private Entropy $entropy)
    {
    }

    /** @return array{public: array<string, string>, private: Secret} the private half of Ed25519 in base64, of the others in PEM */
    public function __invoke(SigningAlgorithm $algorithm): array
    {
        return match ($algorithm) {
            SigningAlgorithm::EdDsa => $this->ed25519(),
            SigningAlgorithm::Es256 => $this->openssl(['private_key_type' => OPENSSL_KEYTYPE_EC, 'curve_name' => 'prime256v1']),
            SigningAlgorithm::Rs256 => $this->openssl(['private_key_type' => OPENSSL_KEYTYPE_RSA, 'private_key_bits' => self::RSA_BITS]),
        };
    }

    /** @return array{public: array<string, string>, private: Secret} */
    private function ed25519(): array
    {
        $pair = sodium_crypto_sign_seed_keypair($this->entropy->bytes(SODIUM_CRYPTO_SIGN_SEEDBYTES));

        return [
            'public' => ['kty' => 'OKP', 'crv' => 'Ed25519', 'x' => Base64UrlSafe::encodeUnpadded(sodium_crypto_sign_publickey($pair))],
            'private' => new Secret(base64_encode(sodium_crypto_sign_secretkey($pair))),
        ];
    }

    /**
     * @param  array<string, mixed>  $options
     * @return array{public: array<string, string>, private: Secret}
     */
    private function openssl(array $options): array
    {
        $key = openssl_pkey_new($options);
        $details = $key === false ? false : openssl_pkey_get_details($key);
        if ($key === false || $details === false || ! openssl_pkey_export($key, $pem)) {
            throw new \RuntimeException('OpenSSL made no key: '.(string) openssl_error_string());
        }
        $text = static fn (string $bytes, int $length = 0): string => Base64UrlSafe::encodeUnpadded(str_pad($bytes, $length, "\0", STR_PAD_LEFT));

        return [
            // Coordinates are as long as the field, whatever they begin with (RFC 7518 §6.2.1.2).
            'public' => isset($details['ec'])
                ? ['kty' => 'EC', 'crv' => 'P-256', 'x' => $text($details['ec']['x'], 32), 'y' => $text($details['ec']['y'], 32)]
                : ['kty' => 'RSA', 'n' => $text($details['rsa']['n']), 'e' => $text($details['rsa']['e'])],
            'private' => new Secret((string) $pem),
        ];
    }
}
