<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\Tokens;

/** Codes of refusals, and where each is from. */
enum OAuthError: string
{
    // RFC 6749 §§4.1.2.1, 5.2
    case InvalidRequest = 'invalid_request';
    case InvalidClient = 'invalid_client';
    case InvalidGrant = 'invalid_grant';
    case UnauthorizedClient = 'unauthorized_client';
    case UnsupportedGrantType = 'unsupported_grant_type';
    case UnsupportedResponseType = 'unsupported_response_type';
    case InvalidScope = 'invalid_scope';
    case AccessDenied = 'access_denied';
    case TemporarilyUnavailable = 'temporarily_unavailable';
    // RFC 8707 §2
    case InvalidTarget = 'invalid_target';
    // OpenID Connect Core 1.0 §3.1.2.6
    case LoginRequired = 'login_required';
    case ConsentRequired = 'consent_required';
    case InteractionRequired = 'interaction_required';
    case RequestNotSupported = 'request_not_supported';
    // RFC 9126 §2.3 by way of RFC 9101 §7
    case InvalidRequestUri = 'invalid_request_uri';
    // OpenID Connect Core Error Code unmet_authentication_requirements 1.0
    case UnmetAuthenticationRequirements = 'unmet_authentication_requirements';
    // RFC 8628 §3.5
    case AuthorizationPending = 'authorization_pending';
    case SlowDown = 'slow_down';
    case ExpiredToken = 'expired_token';
    // RFC 9449 §5
    case InvalidDpopProof = 'invalid_dpop_proof';
    // RFC 6750 §3.1
    case InvalidToken = 'invalid_token';
    case InsufficientScope = 'insufficient_scope';
}
