<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\Clients;

/** By what an app comes to tokens; named as at the token endpoint (RFC 6749 §4, RFC 8628 §3.4, RFC 8693 §2.1). */
enum GrantType: string
{
    case AuthorizationCode = 'authorization_code';
    case RefreshToken = 'refresh_token';
    case ClientCredentials = 'client_credentials';
    case DeviceCode = 'urn:ietf:params:oauth:grant-type:device_code';

    /** RFC 8693, of a session that the app itself began by the API. */
    case TokenExchange = 'urn:ietf:params:oauth:grant-type:token-exchange';

    /** @return non-empty-list<string> */
    public static function names(): array
    {
        return array_column(self::cases(), 'value');
    }
}
