<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\Clients;

/** What runs an app, and so what it can keep secret and which grants suit it (RFC 6749 §2.1, RFC 8252, OAuth 2.1 §2.1). */
enum ClientKind: string
{
    case Web = 'web';
    case SinglePage = 'single page';
    case Mobile = 'mobile';
    case CommandLine = 'command line';
    case Backend = 'backend';

    /** @return non-empty-list<string> */
    public static function names(): array
    {
        return array_column(self::cases(), 'value');
    }

    /** Whether it runs where nobody but its makers can read its code and memory. */
    public function keepsSecrets(): bool
    {
        return $this === self::Web || $this === self::Backend;
    }

    /** @return non-empty-list<GrantType> */
    public function grants(): array
    {
        return match ($this) {
            self::Web => [GrantType::AuthorizationCode, GrantType::RefreshToken, GrantType::ClientCredentials, GrantType::TokenExchange],
            self::SinglePage => [GrantType::AuthorizationCode, GrantType::RefreshToken],
            self::Mobile, self::CommandLine => [GrantType::AuthorizationCode, GrantType::RefreshToken, GrantType::DeviceCode],
            self::Backend => [GrantType::ClientCredentials],
        };
    }

    /** @return non-empty-list<ClientAuthentication> the first is what a new one gets */
    public function authentications(): array
    {
        return $this->keepsSecrets() ? [ClientAuthentication::Secret, ClientAuthentication::PrivateKeyJwt] : [ClientAuthentication::None];
    }
}
