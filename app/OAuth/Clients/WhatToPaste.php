<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Clients;

use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\OAuth\Clients\ClientAuthentication;
use Kennel\Core\OAuth\Clients\ClientKind;
use Kennel\Core\OAuth\Clients\GrantType;
use Kennel\Core\OAuth\Clients\Scope;
use Kennel\Core\OAuth\Clients\TokenFormat;

/** Working code for an app, as its developer takes it: the files of resources/snippets that suit it, with its own values in them. Secrets are read from the environment. */
final class WhatToPaste
{
    /** What each does, and in what. */
    private const FILES = [
        'sign-in.php' => ['Sign people in', 'PHP'],
        'sign-in.mjs' => ['Sign people in', 'Node'],
        'sign-in.js' => ['Sign people in', 'Browser'],
        'device.sh' => ['Sign people in on a device', 'curl'],
        'exchange.sh' => ['Sign people in on a page of the app’s own', 'curl'],
        'by-itself.sh' => ['Come to tokens by itself', 'curl'],
        'by-itself.php' => ['Come to tokens by itself', 'PHP'],
        'by-itself.mjs' => ['Come to tokens by itself', 'Node'],
        'verify.php' => ['Believe access tokens', 'PHP'],
        'verify.mjs' => ['Believe access tokens', 'Node'],
        'introspect.sh' => ['Ask whether a token counts', 'curl'],
        'by-hand.sh' => ['Look at each step by hand', 'curl'],
    ];

    private const KEY = "import { importJWK } from 'jose';\n\n// The private key, as a JWK: its public half is registered.\nconst jwk = JSON.parse(process.env.CLIENT_KEY);\n";

    /** @return list<array{key: string, does: string, language: string, code: string}> */
    public static function of(Client $client, string $issuer): array
    {
        $values = self::values($client, $issuer);
        $snippets = [];
        foreach (self::FILES as $file => [$does, $language]) {
            if (self::suits($file, $client)) {
                $code = (string) file_get_contents(resource_path("snippets/{$file}"));
                $snippets[] = ['key' => $file, 'does' => $does, 'language' => $language, 'code' => strtr($code, array_map(static fn (string $value): string => self::quoted($value, $file), $values) + self::ways($client))];
            }
        }

        return $snippets;
    }

    private static function suits(string $file, Client $client): bool
    {
        $isByCode = $client->may(GrantType::AuthorizationCode);
        $hasSecret = $client->authentication === ClientAuthentication::Secret;
        $isSigned = $client->format === TokenFormat::Jwt;

        return match ($file) {
            'sign-in.php' => $isByCode && $hasSecret,
            'sign-in.mjs' => $isByCode && $client->kind->keepsSecrets(),
            'sign-in.js' => $isByCode && $client->kind === ClientKind::SinglePage,
            'device.sh' => $client->may(GrantType::DeviceCode),
            'exchange.sh' => $client->may(GrantType::TokenExchange) && $hasSecret,
            'by-itself.sh', 'by-itself.php' => $client->may(GrantType::ClientCredentials) && $hasSecret,
            'by-itself.mjs' => $client->may(GrantType::ClientCredentials),
            'verify.php', 'verify.mjs' => $isSigned,
            'introspect.sh' => $hasSecret,
            'by-hand.sh' => $isByCode && $client->authentication !== ClientAuthentication::PrivateKeyJwt,
            default => false,
        };
    }

    /** @return array<string, string> what stands between quotes */
    private static function values(Client $client, string $issuer): array
    {
        $own = array_map(strval(...), array_keys($client->scopes));

        return [
            '{{issuer}}' => $issuer,
            '{{client_id}}' => $client->key,
            '{{redirect_uri}}' => $client->redirectUris === [] ? '' : $client->redirectUris[0]->toString(),
            '{{scope}}' => Scope::of([Scope::OPENID, Scope::PROFILE, Scope::EMAIL, Scope::ROLES, ...$own])->toString(),
            '{{own_scope}}' => implode(' ', $own),
            '{{audience}}' => $client->resources[0] ?? $issuer,
        ];
    }

    /** @return array<string, string> by what it shows who it is */
    private static function ways(Client $client): array
    {
        $hasKey = $client->authentication === ClientAuthentication::PrivateKeyJwt;

        return [
            '{{authentication}}' => $client->authentication === ClientAuthentication::Secret ? "--user '{$client->key}':\"\$CLIENT_SECRET\" " : "--data-urlencode 'client_id={$client->key}' ",
            '{{node_authentication}}' => $hasKey ? 'undefined, client.PrivateKeyJwt({ key: await importJWK(jwk), kid: jwk.kid })' : 'process.env.CLIENT_SECRET, undefined',
            '{{node_key}}' => $hasKey ? self::KEY : '',
        ];
    }

    /** As it may stand between single quotes; a shell has no way to write one there. */
    private static function quoted(string $value, string $file): string
    {
        return str_ends_with($file, '.sh') ? str_replace("'", "'\\''", $value) : str_replace(['\\', "'"], ['\\\\', "\\'"], $value);
    }
}
