<?php

declare(strict_types=1);

namespace Kennel\App\Http\Tokens;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Tokens\DescribePerson;
use Kennel\App\Tokens\Issuer;
use Kennel\App\Tokens\ReadToken;
use Kennel\Core\Clients\Scope;
use Kennel\Core\Tokens\OAuthError;
use Kennel\Core\Tokens\OAuthRefused;

/** Whom a token is about (OpenID Connect Core 1.0 §5.3). The token travels in the header (RFC 6750 §2.1); in an address it would stand in logs. */
final readonly class UserInfoController
{
    public function show(Request $request, ReadToken $read, DescribePerson $describe): Response|JsonResponse
    {
        $header = (string) $request->headers->get('Authorization');
        if (preg_match('/^Bearer +([A-Za-z0-9._~+\/=-]+)$/Di', $header, $found) !== 1) {
            // Nothing was shown, so nothing is said of it (RFC 6750 §3.1).
            return new Response(status: 401, headers: ['WWW-Authenticate' => 'Bearer realm="kennel"', 'Cache-Control' => 'no-store']);
        }
        $grant = $read($found[1]) ?? throw new OAuthRefused(OAuthError::InvalidToken, 'The token is not known, has run out, or counts no more.');
        if ($grant->holding === null || ! $grant->scope->has(Scope::OPENID) || ! in_array(Issuer::name(), $grant->audience, true)) {
            throw new OAuthRefused(OAuthError::InsufficientScope, 'The token has to have the scope openid.');
        }

        return OAuthAnswer::ok($describe($grant->holding, $grant->scope));
    }
}
