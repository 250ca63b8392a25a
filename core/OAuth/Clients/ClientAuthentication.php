<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\Clients;

/** How an app shows at the token endpoint that it is itself; named as in RFC 7591 §2 and OpenID Connect Core 1.0 §9. */
enum ClientAuthentication: string
{
    /** It cannot: PKCE alone ties what it began to what it ends. */
    case None = 'none';
    /** In the header, or in the body where a client library knows no other way (client_secret_post). */
    case Secret = 'client_secret_basic';
    /** An assertion signed by a key whose public half is registered (RFC 7523 §2.2). */
    case PrivateKeyJwt = 'private_key_jwt';

    /** @return non-empty-list<string> */
    public static function names(): array
    {
        return array_column(self::cases(), 'value');
    }
}
