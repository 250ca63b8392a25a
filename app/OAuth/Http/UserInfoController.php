<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\OAuth\Tokens\DescribePerson;
use Kennel\App\OAuth\Tokens\Issuer;
use Kennel\App\OAuth\Tokens\ReadToken;
use Kennel\App\OAuth\Tokens\ShownProofs;
use Kennel\Core\OAuth\Clients\Scope;
use Kennel\Core\OAuth\Tokens\OAuthError;
use Kennel\Core\OAuth\Tokens\OAuthRefused;

/**
 * Whom a token is about (OpenID Connect Core 1.0 §5.3). The token travels in the header (RFC 6750 §2.1); in an address it would stand in logs. What acts is made
 * once the token is known, so that a refusal costs little: that is asked for with app().
 */
final readonly class UserInfoController
{
    public function show(Request $request): Response|JsonResponse
    {
        $header = (string) $request->headers->get('Authorization');
        if (preg_match('/^(Bearer|DPoP) +([A-Za-z0-9._~+\/=-]+)$/Di', $header, $found) !== 1) {
            // Nothing was shown, so nothing is said of it (RFC 6750 §3.1).
            return new Response(status: 401, headers: ['WWW-Authenticate' => 'Bearer realm="kennel"', 'Cache-Control' => 'no-store']);
        }
        $grant = app(ReadToken::class)($found[2]) ?? throw new OAuthRefused(OAuthError::InvalidToken, 'The token is unknown, expired or revoked.');
        $this->requireKey($request, $found[1], $found[2], $grant->keyThumbprint);
        if ($grant->holding === null || ! $grant->scope->has(Scope::OPENID) || ! in_array(Issuer::name(), $grant->audience, true)) {
            throw new OAuthRefused(OAuthError::InsufficientScope, 'The token has to have the scope openid.');
        }

        return OAuthAnswer::ok(app(DescribePerson::class)($grant->holding, $grant->scope));
    }

    /**
     * A token that is bound to a key is shown with a proof made for it and for this request (RFC 9449 §7); one that is not is shown without.
     *
     * @throws OAuthRefused
     */
    private function requireKey(Request $request, string $scheme, #[\SensitiveParameter] string $token, ?string $thumbprint): void
    {
        $isByKey = strcasecmp($scheme, 'DPoP') === 0;
        if (! $isByKey && $thumbprint === null) {
            return;
        }
        try {
            $proof = $isByKey ? app(ShownProofs::class)->read(array_values($request->headers->all('DPoP')), $request->method(), Issuer::endpoint('userinfo')) : null;
        } catch (OAuthRefused $refused) {
            throw new OAuthRefused(OAuthError::InvalidToken, $refused->description);
        }
        if ($thumbprint === null || $proof === null || ! hash_equals($thumbprint, $proof->thumbprint) || ! $proof->isFor($token)) {
            throw new OAuthRefused(OAuthError::InvalidToken, 'The token and the key that it was shown with do not belong together.');
        }
        app(ShownProofs::class)->keep($proof);
    }
}
