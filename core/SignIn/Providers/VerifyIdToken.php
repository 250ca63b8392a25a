<?php

declare(strict_types=1);

namespace Kennel\Core\SignIn\Providers;

use Firebase\JWT\BeforeValidException;
use Firebase\JWT\ExpiredException;
use Firebase\JWT\JWK;
use Firebase\JWT\JWT;
use Firebase\JWT\Key;
use Firebase\JWT\SignatureInvalidException;

/** Whether an ID token says of somebody what it must, by a key of the provider's (OpenID Connect Core 1.0 §3.1.3.7). */
final class VerifyIdToken
{
    /** Both ways, in seconds: clocks differ. */
    private const LEEWAY = 60;

    /** A token is made for this sign-in, so it is not older than the longest of them, in seconds. */
    private const OLDEST = 900;

    /** In bytes; far above what a provider says of a person. */
    private const LARGEST = 16_384;

    /** What a key signs with that does not say so itself. Nothing symmetric: whoever knows the public key could sign with it. */
    private const ALGORITHMS = ['RSA' => 'RS256', 'EC' => 'ES256', 'OKP' => 'EdDSA'];

    private const TAKEN = ['RS256', 'RS384', 'RS512', 'ES256', 'ES384', 'EdDSA'];

    /**
     * @param  array<array-key, mixed>  $keySet  as the provider publishes it (RFC 7517)
     * @param  string  $nonceDigest  SHA-256 of the one that was sent along, in hexadecimal
     *
     * @throws ProviderRefused saying what is wrong
     * @throws UnknownKey when it is signed by a key that is not in the set
     */
    public function __invoke(string $token, array $keySet, Provider $provider, string $nonceDigest, \DateTimeImmutable $now): OutsidePerson
    {
        if (strlen($token) > self::LARGEST) {
            throw new ProviderRefused('The ID token is too large.');
        }
        $claims = self::verified($token, self::keys($keySet), $now);
        self::require(($claims['iss'] ?? null) === $provider->issuer, 'The ID token is of another issuer.');
        $audience = is_array($claims['aud'] ?? null) ? $claims['aud'] : [$claims['aud'] ?? null];
        self::require(in_array($provider->clientId, $audience, true), 'The ID token is for somebody else.');
        self::require(count($audience) === 1 || ($claims['azp'] ?? null) === $provider->clientId, 'The ID token is for several, and does not say that it was made for us.');
        self::require(! isset($claims['azp']) || $claims['azp'] === $provider->clientId, 'The ID token was made for somebody else.');
        self::require(is_int($claims['exp'] ?? null) || is_float($claims['exp'] ?? null), 'The ID token does not say when it ends.');
        self::require(is_int($claims['iat'] ?? null) && $claims['iat'] >= $now->getTimestamp() - self::OLDEST, 'The ID token is too old.');
        self::require(is_string($claims['nonce'] ?? null) && hash_equals($nonceDigest, hash('sha256', $claims['nonce'])), 'The ID token belongs to another sign-in.');
        $subject = is_string($claims['sub'] ?? null) ? $claims['sub'] : '';
        self::require($subject !== '' && strlen($subject) <= 255, 'The ID token does not say whom it is about.');
        $email = is_string($claims['email'] ?? null) ? $claims['email'] : null;

        return new OutsidePerson(
            $provider->issuer,
            $subject,
            // Nothing but true is a yes (§5.1).
            ($claims['email_verified'] ?? null) === true ? $email : null,
            $email,
            is_string($claims['name'] ?? null) ? $claims['name'] : null,
        );
    }

    /**
     * @param  array<array-key, mixed>  $keySet
     * @return array<array-key, Key> by id
     */
    private static function keys(array $keySet): array
    {
        $keys = [];
        foreach (is_array($keySet['keys'] ?? null) ? $keySet['keys'] : [] as $at => $one) {
            $algorithm = is_array($one) && is_string($one['kty'] ?? null) ? self::ALGORITHMS[$one['kty']] ?? null : null;
            if (! is_array($one) || $algorithm === null || ($one['use'] ?? 'sig') !== 'sig') {
                continue;
            }
            $algorithm = ($one['crv'] ?? '') === 'P-384' ? 'ES384' : $algorithm;
            if (! in_array($one['alg'] ?? $algorithm, self::TAKEN, true)) {
                continue;
            }
            try {
                $key = JWK::parseKey(['alg' => $algorithm, ...$one]);
            } catch (\Throwable) {
                // One key that cannot be read is no reason to know none.
                continue;
            }
            if ($key !== null) {
                $keys[is_string($one['kid'] ?? null) ? $one['kid'] : $at] = $key;
            }
        }

        return $keys;
    }

    /**
     * @param  array<array-key, Key>  $keys
     * @return array<array-key, mixed>
     *
     * @throws ProviderRefused
     * @throws UnknownKey
     */
    private static function verified(string $token, array $keys, \DateTimeImmutable $now): array
    {
        $header = json_decode((string) base64_decode(strtr(explode('.', $token)[0], '-_', '+/'), true), true, 8);
        self::require(is_array($header), 'The ID token cannot be read.');
        /** @var array<array-key, mixed> $header */
        self::require(! isset($header['crit']), 'The ID token asks for something we do not know.');
        $id = $header['kid'] ?? null;
        // Without an id there has to be one key alone (RFC 7515 §4.1.4; OpenID Connect Core 1.0 §10.1).
        $key = is_string($id) ? $keys[$id] ?? null : (count($keys) === 1 ? array_values($keys)[0] : null);
        if ($key === null) {
            throw new UnknownKey;
        }
        // The library knows no clock but its own; it is set for this one call.
        [$timestamp, $leeway] = [JWT::$timestamp, JWT::$leeway];
        [JWT::$timestamp, JWT::$leeway] = [$now->getTimestamp(), self::LEEWAY];
        try {
            return (array) json_decode((string) json_encode(JWT::decode($token, $key)), true, 32, JSON_THROW_ON_ERROR);
        } catch (ExpiredException) {
            throw new ProviderRefused('The ID token has run out.');
        } catch (BeforeValidException) {
            throw new ProviderRefused('The ID token is of the future: the clocks differ.');
        } catch (SignatureInvalidException) {
            throw new ProviderRefused('The ID token is not signed by the provider.');
        } catch (\Throwable) {
            throw new ProviderRefused('The ID token cannot be read.');
        } finally {
            [JWT::$timestamp, JWT::$leeway] = [$timestamp, $leeway];
        }
    }

    /** @throws ProviderRefused */
    private static function require(bool $holds, string $else): void
    {
        if (! $holds) {
            throw new ProviderRefused($else);
        }
    }
}
