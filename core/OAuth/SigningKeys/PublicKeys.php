<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\SigningKeys;

use Firebase\JWT\BeforeValidException;
use Firebase\JWT\ExpiredException;
use Firebase\JWT\JWK;
use Firebase\JWT\JWT;
use Firebase\JWT\Key;

/** Public keys by their ids, each for one algorithm alone: what a token says of itself never chooses how it is verified (RFC 8725 §3.1). */
final readonly class PublicKeys
{
    private const ALGORITHMS = ['RSA' => SigningAlgorithm::Rs256, 'EC' => SigningAlgorithm::Es256, 'OKP' => SigningAlgorithm::EdDsa];

    /** Members that only a private or a symmetric key has (RFC 7518 §6). */
    private const PRIVATE = ['d', 'p', 'q', 'dp', 'dq', 'qi', 'oth', 'k'];

    /** RFC 7518 §3.3, in bytes of the modulus. */
    private const SHORTEST_RSA = 256;

    /** @param  array<string, Key>  $all  by id */
    private function __construct(public array $all)
    {
    }

    /** @param  array<array-key, mixed>  $keys  JSON Web Keys (RFC 7517); what cannot be one of ours is left out */
    public static function of(array $keys): self
    {
        $read = [];
        foreach ($keys as $one) {
            $id = is_array($one) ? $one['kid'] ?? null : null;
            if (is_array($one) && is_string($id) && $id !== '' && ($key = self::key($one)) !== null) {
                $read[$id] = $key;
            }
        }

        return new self($read);
    }

    public function algorithmOf(string $id): ?SigningAlgorithm
    {
        return isset($this->all[$id]) ? SigningAlgorithm::from($this->all[$id]->getAlgorithm()) : null;
    }

    /**
     * Whether it is signed as it stands, whatever its times say.
     *
     * @param  string|null  $by  the key it has to be signed by; null for the one that it names
     */
    public function verify(Jws $token, ?string $by = null): Verdict
    {
        $id = $by ?? $token->header['kid'] ?? null;
        $algorithm = SigningAlgorithm::named($token->header['alg'] ?? null);
        if ($algorithm === null) {
            return Verdict::AlgorithmNotAllowed;
        }
        if (isset($token->header['crit'])) {
            return Verdict::ExtensionUnknown;
        }
        $own = is_string($id) ? $this->algorithmOf($id) : null;
        if ($own === null) {
            return Verdict::KeyUnknown;
        }
        if ($own !== $algorithm) {
            return Verdict::AlgorithmNotAllowed;
        }
        if ($token->header['alg'] !== $algorithm->value) {
            return self::isSigned($token, $this->all[$id]) ? Verdict::Signed : Verdict::NotSigned;
        }
        try {
            JWT::decode($token->text, $this->all[$id]);

            return Verdict::Signed;
        } catch (ExpiredException|BeforeValidException) {
            // Said only after the signature was found to be right; the times are for whoever asks, and by our own clock.
            return Verdict::Signed;
        } catch (\Throwable) {
            return Verdict::NotSigned;
        }
    }

    /** @param  array<array-key, mixed>  $jwk */
    private static function key(array $jwk): ?Key
    {
        $algorithm = is_string($jwk['kty'] ?? null) ? self::ALGORITHMS[$jwk['kty']] ?? null : null;
        $fits = $algorithm !== null && array_intersect(self::PRIVATE, array_keys($jwk)) === [] && ($jwk['use'] ?? 'sig') === 'sig' && SigningAlgorithm::named($jwk['alg'] ?? $algorithm->value) === $algorithm
            && match ($algorithm) {
                SigningAlgorithm::EdDsa => ($jwk['crv'] ?? null) === 'Ed25519' && strlen(self::bytes($jwk['x'] ?? null)) === 32,
                SigningAlgorithm::Es256 => ($jwk['crv'] ?? null) === 'P-256',
                SigningAlgorithm::Rs256 => strlen(ltrim(self::bytes($jwk['n'] ?? null), "\0")) >= self::SHORTEST_RSA,
            };
        if (! $fits) {
            return null;
        }
        try {
            return JWK::parseKey([...$jwk, 'alg' => $algorithm->value]);
        } catch (\Throwable) {
            return null;
        }
    }

    /** By a name of the algorithm that the library does not know yet. */
    private static function isSigned(Jws $token, Key $key): bool
    {
        $end = (int) strrpos($token->text, '.');
        $signature = self::bytes(substr($token->text, $end + 1));
        $material = $key->getKeyMaterial();
        $public = is_string($material) ? (string) base64_decode($material, true) : '';

        return strlen($public) === SODIUM_CRYPTO_SIGN_PUBLICKEYBYTES && strlen($signature) === SODIUM_CRYPTO_SIGN_BYTES && sodium_crypto_sign_verify_detached($signature, substr($token->text, 0, $end), $public);
    }

    private static function bytes(mixed $text): string
    {
        return is_string($text) ? (string) base64_decode(strtr($text, '-_', '+/'), true) : '';
    }
}
