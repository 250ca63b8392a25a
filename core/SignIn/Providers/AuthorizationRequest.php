<?php

declare(strict_types=1);

namespace Kennel\Core\SignIn\Providers;

use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Foundation\Secrets\Token;
use ParagonIE\ConstantTime\Base64UrlSafe;

/**
 * One trip to a provider: authorization code with PKCE (RFC 7636), a state that binds it to a browser, and a nonce that binds the ID token to it
 * (OpenID Connect Core 1.0 §3.1.2.1).
 */
final readonly class AuthorizationRequest
{
    private function __construct(public Token $state, public Token $nonce, public Secret $verifier)
    {
    }

    public static function draw(Entropy $entropy): self
    {
        return new self(Token::draw($entropy), Token::draw($entropy), new Secret(Base64UrlSafe::encodeUnpadded($entropy->bytes(32))));
    }

    /** RFC 7636 §4.2, S256. */
    public static function challenge(Secret $verifier): string
    {
        return Base64UrlSafe::encodeUnpadded(hash('sha256', $verifier->reveal(), true));
    }

    /** @param  string  $redirect  where the provider sends the browser back to */
    public function address(ProviderMetadata $metadata, Provider $provider, string $redirect, string $language): string
    {
        $query = http_build_query([
            'response_type' => 'code', 'client_id' => $provider->clientId, 'redirect_uri' => $redirect, 'scope' => 'openid email profile', 'state' => $this->state->reveal(),
            'nonce' => $this->nonce->reveal(), 'code_challenge' => self::challenge($this->verifier), 'code_challenge_method' => 'S256', 'ui_locales' => $language,
        ], '', '&', PHP_QUERY_RFC3986);

        return $metadata->authorizationEndpoint.(str_contains($metadata->authorizationEndpoint, '?') ? '&' : '?').$query;
    }
}
