<?php

declare(strict_types=1);

namespace Gaugebook;

use Firebase\JWT\JWK;
use Firebase\JWT\JWT;

/** Believes what Kennel has signed, and nothing else. With the keys at hand, nothing is asked. */
final readonly class Tokens
{
    public function __construct(private Settings $settings, private Kept $kept)
    {
    }

    /** @return \stdClass who signed in (OpenID Connect Core 1.0 §3.1.3.7) */
    public function id(string $token, string $nonce): \stdClass
    {
        $claims = $this->verified($token, 'JWT', $this->settings->clientId);
        hash_equals($nonce, (string) ($claims->nonce ?? '')) || throw new \UnexpectedValueException('It was made for another sign-in.');

        return $claims;
    }

    /** @return \stdClass what whoever shows it may (RFC 9068 §4) */
    public function access(string $token): \stdClass
    {
        return $this->verified($token, 'at+jwt', $this->settings->resource);
    }

    /** @return string the session at Kennel that is over (OpenID Connect Back-Channel Logout 1.0 §2.6) */
    public function signedOut(string $token): string
    {
        $claims = $this->verified($token, 'logout+jwt', $this->settings->clientId);
        $isOne = isset($claims->events->{'http://schemas.openid.net/event/backchannel-logout'}, $claims->sid) && ! isset($claims->nonce);

        return $isOne ? (string) $claims->sid : throw new \UnexpectedValueException('It says of nobody that they signed out.');
    }

    /** @throws \UnexpectedValueException saying why it is not believed */
    private function verified(string $token, string $type, string $audience): \stdClass
    {
        $header = json_decode((string) base64_decode(strtr(explode('.', $token)[0], '-_', '+/'), true), true);
        ($header['typ'] ?? null) === $type || throw new \UnexpectedValueException('It is a token for something else.');
        $claims = JWT::decode($token, JWK::parseKeySet($this->kept->keys((string) ($header['kid'] ?? ''))));
        ($claims->iss ?? null) === $this->settings->issuer || throw new \UnexpectedValueException('It is of another issuer.');
        in_array($audience, (array) ($claims->aud ?? []), true) || throw new \UnexpectedValueException('It is for somebody else.');

        return $claims;
    }
}
