<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Http;

use Illuminate\Http\JsonResponse;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Language;
use Kennel\App\OAuth\SigningKeys\SigningKeys;
use Kennel\App\OAuth\Tokens\Issuer;
use Kennel\Core\OAuth\Clients\ClientAuthentication;
use Kennel\Core\OAuth\Clients\Clients;
use Kennel\Core\OAuth\Clients\GrantType;
use Kennel\Core\OAuth\Clients\Scope;
use Kennel\Core\OAuth\SigningKeys\SigningAlgorithm;
use Kennel\Core\OAuth\Tokens\Assurance;
use Kennel\Core\OAuth\Tokens\Prompt;

/** What a client library has to know, from one address (RFC 8414 §2, OpenID Connect Discovery 1.0 §3, Back-Channel Logout 1.0 §2.2). */
final readonly class DiscoveryController
{
    /** In seconds. Shorter than a key is published before it signs. */
    private const KEPT_FOR = 300;

    public function show(Clients $clients): JsonResponse
    {
        $own = [];
        foreach ($clients->all as $client) {
            array_push($own, ...array_map(strval(...), array_keys($client->scopes)));
        }
        $understood = SigningAlgorithm::understood();
        $methods = [...ClientAuthentication::names(), 'client_secret_post'];

        return self::kept([
            'issuer' => Issuer::name(),
            'authorization_endpoint' => Issuer::endpoint('authorize'),
            'token_endpoint' => Issuer::endpoint('token'),
            'userinfo_endpoint' => Issuer::endpoint('userinfo'),
            'jwks_uri' => Issuer::endpoint('jwks'),
            'introspection_endpoint' => Issuer::endpoint('introspect'),
            'revocation_endpoint' => Issuer::endpoint('revoke'),
            'pushed_authorization_request_endpoint' => Issuer::endpoint('par'),
            'device_authorization_endpoint' => Issuer::endpoint('device'),
            'end_session_endpoint' => Issuer::endpoint('logout'),
            'response_types_supported' => ['code'],
            'response_modes_supported' => ['query'],
            'grant_types_supported' => GrantType::names(),
            'code_challenge_methods_supported' => ['S256'],
            'scopes_supported' => array_values(array_unique([...Scope::STANDARD, ...$own])),
            'subject_types_supported' => ['public'],
            'id_token_signing_alg_values_supported' => SigningAlgorithm::names(),
            'token_endpoint_auth_methods_supported' => $methods,
            'token_endpoint_auth_signing_alg_values_supported' => $understood,
            'introspection_endpoint_auth_methods_supported' => array_values(array_diff($methods, ['none'])),
            'introspection_endpoint_auth_signing_alg_values_supported' => $understood,
            'revocation_endpoint_auth_methods_supported' => $methods,
            'revocation_endpoint_auth_signing_alg_values_supported' => $understood,
            'claims_supported' => ['sub', 'iss', 'aud', 'exp', 'iat', 'auth_time', 'nonce', 'acr', 'amr', 'sid', 'name', 'locale', 'updated_at', 'email', 'email_verified', 'phone_number', 'roles', 'permissions'],
            'acr_values_supported' => Assurance::names(),
            'prompt_values_supported' => Prompt::names(),
            'dpop_signing_alg_values_supported' => $understood,
            'ui_locales_supported' => Language::tags(),
            'claims_parameter_supported' => false,
            'request_parameter_supported' => false,
            'request_uri_parameter_supported' => false,
            'authorization_response_iss_parameter_supported' => true,
            'backchannel_logout_supported' => true,
            'backchannel_logout_session_supported' => true,
        ]);
    }

    public function keys(SigningKeys $keys): JsonResponse
    {
        return self::kept(['keys' => $keys->published()]);
    }

    /** @param  array<string, mixed>  $document */
    private static function kept(array $document): JsonResponse
    {
        return Json::ok($document, headers: ['Cache-Control' => 'public, max-age='.self::KEPT_FOR]);
    }
}
