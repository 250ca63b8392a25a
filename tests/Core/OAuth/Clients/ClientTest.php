<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\OAuth\Clients;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;
use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\OAuth\Clients\Clients;
use Kennel\Core\OAuth\Clients\GrantType;
use Kennel\Core\OAuth\Clients\Scope;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class ClientTest extends TestCase
{
    /** @param  array<string, mixed>  $own */
    private static function read(array $own): Client
    {
        return Clients::read(new Document(['clients' => [[...Client::EXAMPLE, 'key' => 'app', 'redirect_uris' => ['https://app.example/'], ...$own]]]))->find('app') ?? self::fail('It is gone.');
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function mistakes(): iterable
    {
        $key = '{"keys":[{"kty":"OKP","crv":"Ed25519","kid":"a","x":"11qYAYKxCrfVS_7TyWQHOg7hcvPapiMlrwIaaPcHURo"}]}';
        yield 'a code that goes nowhere' => [['redirect_uris' => []], 'clients.app.redirect_uris: must have at least one address'];
        yield 'one address is wrong' => [['redirect_uris' => ['https://app.example/', 'http://app.example/']], 'clients.app.redirect_uris.1: must be https'];
        yield 'one twice' => [['redirect_uris' => ['https://app.example/', 'https://app.example/']], 'clients.app.redirect_uris: must list each once'];
        yield 'a page cannot keep a secret' => [['kind' => 'single page'], 'clients.app.token_endpoint_auth_method: must be none'];
        yield 'a server can' => [['token_endpoint_auth_method' => 'none'], 'clients.app.token_endpoint_auth_method: must not be none'];
        yield 'a grant that does not suit' => [['kind' => 'backend'], 'clients.app.grant_types.0: does not suit the kind “backend”'];
        yield 'a grant that there is not' => [['grant_types' => ['password']], 'clients.app.grant_types.0: “password” is none of'];
        yield 'nothing to renew' => [['grant_types' => ['refresh_token']], 'clients.app.grant_types: refresh_token renews'];
        yield 'assertions without a key' => [['token_endpoint_auth_method' => 'private_key_jwt'], 'clients.app.jwks: must have a key'];
        yield 'a key without assertions' => [['jwks' => $key], 'clients.app.jwks: is for private_key_jwt alone'];
        yield 'a key that is shared' => [['token_endpoint_auth_method' => 'private_key_jwt', 'jwks' => '{"keys":[{"kty":"oct","kid":"a","k":"AAAA"}]}'], 'clients.app.jwks: must be a JSON Web Key Set'];
        yield 'a private key' => [['token_endpoint_auth_method' => 'private_key_jwt', 'jwks' => str_replace('"x"', '"d":"AAAA","x"', $key)], 'clients.app.jwks: must be a JSON Web Key Set'];
        yield 'an origin with a path' => [['origins' => ['https://app.example/']], 'clients.app.origins.0: must be scheme, host and port alone'];
        yield 'an origin in capitals' => [['origins' => ['https://App.example']], 'clients.app.origins.0: must be written as browsers do'];
        yield 'a scope that has a meaning' => [['scopes' => [['key' => 'email', 'about' => 'x']]], 'clients.app.scopes.email.key: “email” has a meaning already'];
        yield 'a token for days' => [['access_token_lifetime' => 'P2D'], 'clients.app.access_token_lifetime: must be at most PT24H'];
        yield 'idle longer than ever' => [['refresh_token_idle' => 'P91D'], 'clients.app.refresh_token_idle: must not be longer'];
        yield 'told in the open' => [['backchannel_logout_uri' => 'http://app.example/out'], 'clients.app.backchannel_logout_uri: must be https'];
    }

    /** @param  array<string, mixed>  $own */
    #[DataProvider('mistakes')]
    public function test_a_mistake_is_named_where_it_is(array $own, string $says): void
    {
        try {
            self::read($own);
            self::fail('It was taken.');
        } catch (InvalidRuleBook $mistake) {
            self::assertStringStartsWith($says, $mistake->getMessage());
        }
    }

    public function test_what_an_app_may_ask_for(): void
    {
        $client = self::read(['scopes' => [['key' => 'readings', 'about' => 'Read']], 'grant_types' => ['authorization_code', 'client_credentials']]);
        self::assertSame(['readings'], $client->scopeOf(GrantType::ClientCredentials)->words);
        self::assertNotContains(Scope::OFFLINE, $client->scopeOf(GrantType::AuthorizationCode)->words, 'it cannot renew anything');
        self::assertFalse($client->may(GrantType::RefreshToken));
        self::assertTrue(self::read([])->scopeOf(GrantType::AuthorizationCode)->has(Scope::OFFLINE));
    }

    public function test_scopes_are_words_with_one_space_between(): void
    {
        self::assertSame(['a', 'b'], Scope::parse('a b a')?->words);
        self::assertSame([], Scope::parse('')?->words);
        foreach (['a  b', ' a', 'a ', "a\tb", 'a"b', 'ä', "a\nb", str_repeat('a', 81), str_repeat('a ', 1_001)] as $text) {
            self::assertNull(Scope::parse($text), $text);
        }
    }
}
