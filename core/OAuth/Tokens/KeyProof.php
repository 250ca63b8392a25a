<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\Tokens;

use Kennel\Core\OAuth\SigningKeys\Jws;
use Kennel\Core\OAuth\SigningKeys\PublicKeys;
use Kennel\Core\OAuth\SigningKeys\Thumbprint;
use Kennel\Core\OAuth\SigningKeys\Verdict;

/** That whoever asks holds a private key, for one request alone (RFC 9449, "DPoP proof"). Tokens that are bound to the key are of no use to whoever only copied them. */
final readonly class KeyProof
{
    /** RFC 9449 §4.2 */
    public const TYPE = 'dpop+jwt';

    /** How far the clock of whoever made it may be off, in seconds (§11.1). */
    public const LEEWAY = 60;

    private const LONGEST_ID = 200;

    private function __construct(
        /** Of the key (RFC 7638), as a bound token has it in cnf (§6.1). */
        public string $thumbprint,
        /** Each counts once (§11.1). */
        public string $id,
        public \DateTimeImmutable $issuedAt,
        private ?string $tokenDigest,
    ) {
    }

    /**
     * §4.3, but for whether it was shown before and to which token it belongs.
     *
     * @throws OAuthRefused
     */
    public static function read(#[\SensitiveParameter] string $text, string $method, string $address, \DateTimeImmutable $now): self
    {
        $proof = Jws::read($text);
        $jwk = $proof?->header['jwk'] ?? null;
        if ($proof === null || ($proof->header['typ'] ?? null) !== self::TYPE || ! is_array($jwk)) {
            throw self::refused('It has to be one JWT of the type '.self::TYPE.' with its public key in jwk.');
        }
        // A key with its private half, of another kind or too weak, is none here.
        $keys = PublicKeys::of([[...$jwk, 'kid' => 'own']]);
        if ($keys->verify($proof, 'own') !== Verdict::Signed) {
            throw self::refused('It has to be signed by that key, by an algorithm of dpop_signing_alg_values_supported.');
        }
        [$id, $at] = [$proof->text('jti') ?? '', $proof->moment('iat')];
        if ($id === '' || strlen($id) > self::LONGEST_ID || $at === null) {
            throw self::refused('It has to have jti and iat.');
        }
        if ($proof->text('htm') !== $method || explode('#', explode('?', $proof->text('htu') ?? '')[0])[0] !== $address) {
            throw self::refused('It was made for another request: htm and htu have to be this one’s.');
        }
        if (abs($now->getTimestamp() - $at->getTimestamp()) > self::LEEWAY) {
            throw self::refused('It was not made just now: iat may be '.self::LEEWAY.' seconds off.');
        }

        return new self(Thumbprint::of($jwk), $id, $at, $proof->text('ath'));
    }

    /** Whether it was made for that access token (§4.3, ath). */
    public function isFor(#[\SensitiveParameter] string $accessToken): bool
    {
        return $this->tokenDigest !== null && hash_equals(rtrim(strtr(base64_encode(hash('sha256', $accessToken, true)), '+/', '-_'), '='), $this->tokenDigest);
    }

    public static function refused(string $why): OAuthRefused
    {
        return new OAuthRefused(OAuthError::InvalidDpopProof, "The DPoP proof is not taken. {$why}");
    }
}
