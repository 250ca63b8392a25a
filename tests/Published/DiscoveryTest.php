<?php

declare(strict_types=1);

namespace Kennel\Tests\Published;

use Kennel\Core\OAuth\SigningKeys\Thumbprint;
use Kennel\Tests\Feature\OAuth\Tokens\TokenTestCase;
use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Validator;

/**
 * What is published for machines, against the tables of the standards, written down as JSON Schemas: RFC 8414 §2 (authorization server metadata), OpenID Connect Discovery 1.0 §3 (provider metadata),
 * RFC 8628 §4, RFC 9126 §5, RFC 9207 §3, OpenID Connect RP-Initiated Logout 1.0 §2.1 and Back-Channel Logout 1.0 §2.1, RFC 7517 §§4, 5 with RFC 7518 §6 and RFC 8037 §2. The tables are from memory; the schemas are ours.
 */
final class DiscoveryTest extends TokenTestCase
{
    private const URL = ['type' => 'string', 'pattern' => '^https?://[^#]+$'];

    private const LIST = ['type' => 'array', 'items' => ['type' => 'string'], 'minItems' => 1, 'uniqueItems' => true];

    private const BOOLEAN = ['type' => 'boolean'];

    /** RFC 8414 §2, with what its IANA registry has been given since. */
    private const OAUTH = [
        'type' => 'object',
        'required' => ['issuer', 'authorization_endpoint', 'token_endpoint', 'response_types_supported'],
        'properties' => [
            // §2: no query, no fragment.
            'issuer' => ['type' => 'string', 'pattern' => '^https?://[^?#]+[^/?#]$'],
            'authorization_endpoint' => self::URL, 'token_endpoint' => self::URL, 'jwks_uri' => self::URL, 'registration_endpoint' => self::URL, 'revocation_endpoint' => self::URL, 'introspection_endpoint' => self::URL,
            'device_authorization_endpoint' => self::URL, 'pushed_authorization_request_endpoint' => self::URL,
            'scopes_supported' => self::LIST, 'response_types_supported' => self::LIST, 'response_modes_supported' => self::LIST, 'grant_types_supported' => self::LIST,
            'token_endpoint_auth_methods_supported' => self::LIST, 'revocation_endpoint_auth_methods_supported' => self::LIST, 'introspection_endpoint_auth_methods_supported' => self::LIST,
            // §2: "none" MUST NOT be among them.
            'token_endpoint_auth_signing_alg_values_supported' => self::LIST + ['not' => ['contains' => ['const' => 'none']]],
            'revocation_endpoint_auth_signing_alg_values_supported' => self::LIST + ['not' => ['contains' => ['const' => 'none']]],
            'introspection_endpoint_auth_signing_alg_values_supported' => self::LIST + ['not' => ['contains' => ['const' => 'none']]],
            'code_challenge_methods_supported' => self::LIST, 'authorization_response_iss_parameter_supported' => self::BOOLEAN,
        ],
        // Where a method signs, it is said by what (§2).
        'if' => ['properties' => ['token_endpoint_auth_methods_supported' => ['contains' => ['const' => 'private_key_jwt']]]],
        'then' => ['required' => ['token_endpoint_auth_signing_alg_values_supported']],
    ];

    /** OpenID Connect Discovery 1.0 §3. */
    private const OPENID = [
        'type' => 'object',
        'required' => ['issuer', 'authorization_endpoint', 'token_endpoint', 'jwks_uri', 'response_types_supported', 'subject_types_supported', 'id_token_signing_alg_values_supported'],
        'properties' => [
            'userinfo_endpoint' => self::URL, 'end_session_endpoint' => self::URL,
            'scopes_supported' => self::LIST + ['contains' => ['const' => 'openid']],
            'subject_types_supported' => ['type' => 'array', 'items' => ['enum' => ['pairwise', 'public']], 'minItems' => 1],
            'id_token_signing_alg_values_supported' => self::LIST + ['contains' => ['const' => 'RS256']],
            'acr_values_supported' => self::LIST, 'claims_supported' => self::LIST, 'prompt_values_supported' => self::LIST,
            'claims_parameter_supported' => self::BOOLEAN, 'request_parameter_supported' => self::BOOLEAN, 'request_uri_parameter_supported' => self::BOOLEAN,
            'backchannel_logout_supported' => self::BOOLEAN, 'backchannel_logout_session_supported' => self::BOOLEAN,
        ],
    ];

    /** RFC 7517 §§4, 5: public keys alone. */
    private const KEYS = [
        'type' => 'object', 'required' => ['keys'],
        'properties' => ['keys' => ['type' => 'array', 'minItems' => 1, 'items' => [
            'type' => 'object', 'required' => ['kty', 'kid', 'use', 'alg'],
            'properties' => ['use' => ['const' => 'sig']],
            'not' => ['anyOf' => [['required' => ['d']], ['required' => ['p']], ['required' => ['q']], ['required' => ['k']]]],
            'oneOf' => [
                ['properties' => ['kty' => ['const' => 'RSA'], 'alg' => ['const' => 'RS256'], 'n' => ['type' => 'string', 'pattern' => '^[A-Za-z0-9_-]{342,}$'], 'e' => ['type' => 'string']], 'required' => ['n', 'e']],
                ['properties' => ['kty' => ['const' => 'EC'], 'alg' => ['const' => 'ES256'], 'crv' => ['const' => 'P-256'], 'x' => ['type' => 'string', 'pattern' => '^[A-Za-z0-9_-]{43}$'], 'y' => ['type' => 'string', 'pattern' => '^[A-Za-z0-9_-]{43}$']], 'required' => ['crv', 'x', 'y']],
                ['properties' => ['kty' => ['const' => 'OKP'], 'alg' => ['const' => 'EdDSA'], 'crv' => ['const' => 'Ed25519'], 'x' => ['type' => 'string', 'pattern' => '^[A-Za-z0-9_-]{43}$']], 'required' => ['crv', 'x'], 'not' => ['required' => ['y']]],
            ],
        ]]],
    ];

    /** @param  array<string, mixed>  $schema */
    private static function complaint(array $schema, string $document): ?string
    {
        $error = (new Validator)->validate(json_decode($document, flags: JSON_THROW_ON_ERROR), json_decode(json_encode($schema, JSON_THROW_ON_ERROR), flags: JSON_THROW_ON_ERROR))->error();

        return $error === null ? null : json_encode((new ErrorFormatter)->format($error), JSON_THROW_ON_ERROR);
    }

    /**
     * @param  list<string>  $kinds
     * @return list<string>
     */
    private static function sorted(array $kinds): array
    {
        $kinds = array_values(array_unique($kinds));
        sort($kinds);

        return $kinds;
    }

    public function test_metadata(): void
    {
        $openid = (string) $this->send('/.well-known/openid-configuration', method: 'GET')->assertOk()->getContent();
        $oauth = (string) $this->send('/.well-known/oauth-authorization-server', method: 'GET')->assertOk()->getContent();
        self::assertNull(self::complaint(self::OAUTH, $oauth));
        self::assertNull(self::complaint(self::OAUTH, $openid));
        self::assertNull(self::complaint(self::OPENID, $openid));
        // A check that could not fail would be none.
        self::assertNotNull(self::complaint(self::OPENID, str_replace('"RS256"', '"RS512"', $openid)));
        self::assertNotNull(self::complaint(self::OAUTH, str_replace('"token_endpoint":', '"tokens":', $oauth)));
        $said = (array) json_decode($openid, true);
        foreach (['authorization_endpoint', 'token_endpoint', 'userinfo_endpoint', 'jwks_uri', 'introspection_endpoint', 'revocation_endpoint', 'pushed_authorization_request_endpoint', 'device_authorization_endpoint', 'end_session_endpoint'] as $endpoint) {
            self::assertStringStartsWith($said['issuer'].'/', $said[$endpoint]);
        }
    }

    public function test_keys(): void
    {
        foreach (['EdDSA', 'ES256', 'RS256'] as $algorithm) {
            $this->register(['gaugebook' => ['algorithm' => $algorithm]]);
            $this->token(['grant_type' => 'client_credentials'])->assertOk();
        }
        $keys = (string) $this->send('/oauth/jwks', method: 'GET')->assertOk()->getContent();
        self::assertNull(self::complaint(self::KEYS, $keys));
        self::assertNotNull(self::complaint(self::KEYS, str_replace('"kty":"OKP"', '"d":"x","kty":"OKP"', $keys)));
        self::assertSame(['EC', 'OKP', 'RSA'], self::sorted(array_column(json_decode($keys, true)['keys'], 'kty')));
    }

    /** RFC 7638 §3.1; the key is from memory, and its digest says that it was remembered right. */
    public function test_the_thumbprint_of_rfc_7638(): void
    {
        $n = '0vx7agoebGcQSuuPiLJXZptN9nndrQmbXEps2aiAFbWhM78LhWx4cbbfAAtVT86zwu1RK7aPFFxuhDR1L6tSoc_BJECPebWKRXjBZCiFV4n3oknjhMstn64tZ_2W-5JsGY4Hc5n9yBXArwl93lqt7_RN5w6Cf0h4QyQ5v-65YGjQR0_FDW2QvzqY368QQMicAtaSqzs8KJZgnYb9c7d0zgdAZHzu6qMQvRL5hajrn1n91CbOpbISD08qNLyrdkt-bFTWhAI4vMQFh6WeZu0fM4lFd2NcRwr3XPksINHaQ-G_xBniIqbw0Ls1jF44-csFCur-kEgU8awapJzKnqDKgw';
        self::assertSame('NzbLsXh8uDCcd-6MNwXF4W_7noWXFZAfHkxZsRGC9Xs', Thumbprint::of(['kty' => 'RSA', 'n' => $n, 'e' => 'AQAB', 'alg' => 'RS256', 'kid' => '2011-04-29']));
    }
}
