<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Http;

use Illuminate\Http\Request;
use Kennel\Core\OAuth\Tokens\OAuthError;
use Kennel\Core\OAuth\Tokens\OAuthRefused;
use Kennel\Core\OAuth\Tokens\Parameters;

/** What was sent in a form. In the body alone: addresses stand in logs (RFC 6749 §3.2). */
final class Form
{
    /** @throws OAuthRefused */
    public static function of(Request $request): Parameters
    {
        if (preg_match('#^application/x-www-form-urlencoded\s*(;|$)#i', (string) $request->headers->get('Content-Type')) !== 1) {
            throw new OAuthRefused(OAuthError::InvalidRequest, 'Parameters are sent as application/x-www-form-urlencoded, in the body.');
        }

        return Parameters::parse($request->getContent());
    }
}
