<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\Clients;

use Kennel\Core\Directory\Apps\AppRules;

/** What a rule book says of an app that was registered just now: what suits its kind, and nobody signs up on it. */
final class NewClient
{
    /**
     * @param  array<string, mixed>  $document  a rule book's
     * @param  list<string>  $redirectUris
     * @return array<string, mixed> the same with the app in it
     *
     * @throws \InvalidArgumentException where it comes to tokens already
     */
    public static function in(array $document, string $key, string $name, ClientKind $kind, array $redirectUris): array
    {
        [$apps, $clients] = [(array) ($document['apps'] ?? []), (array) ($document['clients'] ?? [])];
        if (in_array($key, array_column($clients, 'key'), true)) {
            throw new \InvalidArgumentException("“{$key}” is registered already.");
        }
        if (! in_array($key, array_column($apps, 'key'), true)) {
            $apps[] = array_replace(AppRules::EXAMPLE, ['key' => $key, 'look' => [...AppRules::EXAMPLE['look'], 'name' => $name]]);
        }
        $grants = match (true) {
            $kind === ClientKind::Backend => [GrantType::ClientCredentials],
            $redirectUris === [] => [GrantType::DeviceCode, GrantType::RefreshToken],
            default => [GrantType::AuthorizationCode, GrantType::RefreshToken],
        };
        $clients[] = array_replace(Client::EXAMPLE, [
            'key' => $key, 'kind' => $kind->value, 'redirect_uris' => $redirectUris, 'grant_types' => array_column($grants, 'value'), 'token_endpoint_auth_method' => $kind->authentications()[0]->value,
        ]);

        return [...$document, 'apps' => $apps, 'clients' => $clients];
    }
}
