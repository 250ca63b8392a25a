<?php

declare(strict_types=1);

namespace Kennel\Tests\Support;

use Kennel\Core\Credentials\Passkeys\Base64Url;
use Kennel\Core\Credentials\Passkeys\CoseKey;

/** An authenticator made of software, which can be told to lie: for the ceremonies of WebAuthn without a browser. */
final class SoftAuthenticator
{
    public string $rpId = 'localhost';

    public string $origin = 'http://localhost';

    /** User present, user verified. */
    public int $flags = 0x05;

    public int $count = 0;

    /** Whose passkey it is, as registration was told. */
    public ?string $userHandle = null;

    public string $id;

    private \OpenSSLAsymmetricKey|string $private;

    public string $cose;

    public function __construct(public int $algorithm = CoseKey::ES256)
    {
        $this->id = random_bytes(32);
        if ($algorithm === CoseKey::EDDSA) {
            $pair = sodium_crypto_sign_keypair();
            $this->private = sodium_crypto_sign_secretkey($pair);
            $this->cose = self::map([1 => 1, 3 => -8, -1 => 6, -2 => sodium_crypto_sign_publickey($pair)]);

            return;
        }
        $key = openssl_pkey_new($algorithm === CoseKey::ES256 ? ['private_key_type' => OPENSSL_KEYTYPE_EC, 'curve_name' => 'prime256v1'] : ['private_key_type' => OPENSSL_KEYTYPE_RSA, 'private_key_bits' => 2048]);
        assert($key !== false);
        $this->private = $key;
        $details = (array) openssl_pkey_get_details($key);
        $this->cose = $algorithm === CoseKey::ES256
            ? self::map([1 => 2, 3 => -7, -1 => 1, -2 => str_pad($details['ec']['x'], 32, "\0", STR_PAD_LEFT), -3 => str_pad($details['ec']['y'], 32, "\0", STR_PAD_LEFT)])
            : self::map([1 => 3, 3 => -257, -1 => $details['rsa']['n'], -2 => $details['rsa']['e']]);
    }

    /**
     * @param  array<string, mixed>  $client  that the browser says otherwise
     * @return array<string, mixed>
     */
    public function create(string $challenge, array $client = []): array
    {
        $data = hash('sha256', $this->rpId, true).chr($this->flags | 0x40).pack('N', $this->count).str_repeat("\0", 16).pack('n', strlen($this->id)).$this->id.$this->cose;
        $attestation = "\xa3".self::text('fmt').self::text('none').self::text('attStmt')."\xa0".self::text('authData').self::bytes($data);

        return $this->answer(['clientDataJSON' => Base64Url::write($this->client('webauthn.create', $challenge, $client)), 'attestationObject' => Base64Url::write($attestation)]);
    }

    /**
     * @param  array<string, mixed>  $client  that the browser says otherwise
     * @return array<string, mixed>
     */
    public function get(string $challenge, array $client = []): array
    {
        $said = $this->client('webauthn.get', $challenge, $client);
        $data = hash('sha256', $this->rpId, true).chr($this->flags).pack('N', $this->count);
        $signed = $data.hash('sha256', $said, true);
        $signature = '';
        is_string($this->private) ? $signature = sodium_crypto_sign_detached($signed, $this->private) : openssl_sign($signed, $signature, $this->private, OPENSSL_ALGO_SHA256);

        return $this->answer(['clientDataJSON' => Base64Url::write($said), 'authenticatorData' => Base64Url::write($data), 'signature' => Base64Url::write($signature), 'userHandle' => $this->userHandle]);
    }

    /** @param  array<string, mixed>  $client */
    private function client(string $type, string $challenge, array $client): string
    {
        return json_encode([...['type' => $type, 'challenge' => Base64Url::write($challenge), 'origin' => $this->origin, 'crossOrigin' => false], ...$client], JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES);
    }

    /**
     * @param  array<string, mixed>  $response
     * @return array<string, mixed>
     */
    private function answer(array $response): array
    {
        return ['id' => Base64Url::write($this->id), 'rawId' => Base64Url::write($this->id), 'type' => 'public-key', 'response' => $response, 'clientExtensionResults' => (object) []];
    }

    /** @param  array<int, int|string>  $map */
    private static function map(array $map): string
    {
        $cbor = chr(0xA0 | count($map));
        foreach ($map as $key => $value) {
            $cbor .= self::int($key).(is_int($value) ? self::int($value) : self::bytes($value));
        }

        return $cbor;
    }

    private static function int(int $value): string
    {
        return $value >= 0 ? self::head(0, $value) : self::head(1, -1 - $value);
    }

    private static function bytes(string $value): string
    {
        return self::head(2, strlen($value)).$value;
    }

    private static function text(string $value): string
    {
        return self::head(3, strlen($value)).$value;
    }

    private static function head(int $type, int $count): string
    {
        return match (true) {
            $count < 24 => chr($type << 5 | $count),
            $count < 256 => chr($type << 5 | 24).chr($count),
            default => chr($type << 5 | 25).pack('n', $count),
        };
    }
}
