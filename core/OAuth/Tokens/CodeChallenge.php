<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\Tokens;

use ParagonIE\ConstantTime\Base64UrlSafe;

/** Ties a code to whoever asked for it (RFC 7636). S256 alone: "plain" shows the verifier to whoever sees the request. */
final readonly class CodeChallenge
{
    private const FORM = '/^[A-Za-z0-9_-]{43}$/D';

    /** RFC 7636 §4.1 */
    private const VERIFIER = '/^[A-Za-z0-9._~-]{43,128}$/D';

    private function __construct(public string $text)
    {
    }

    /** @throws OAuthRefused */
    public static function read(?string $challenge, ?string $method): self
    {
        if ($challenge === null) {
            throw new OAuthRefused(OAuthError::InvalidRequest, 'The parameter code_challenge is missing; every app has to use PKCE (RFC 7636).');
        }
        if ($method !== 'S256') {
            throw new OAuthRefused(OAuthError::InvalidRequest, 'The parameter code_challenge_method has to be S256.');
        }
        if (preg_match(self::FORM, $challenge) !== 1) {
            throw new OAuthRefused(OAuthError::InvalidRequest, 'The parameter code_challenge has to be the SHA-256 of the verifier, as 43 characters of base64url.');
        }

        return new self($challenge);
    }

    public static function of(#[\SensitiveParameter] string $verifier): self
    {
        return new self(Base64UrlSafe::encodeUnpadded(hash('sha256', $verifier, true)));
    }

    public function matches(#[\SensitiveParameter] string $verifier): bool
    {
        return preg_match(self::VERIFIER, $verifier) === 1 && hash_equals($this->text, self::of($verifier)->text);
    }
}
