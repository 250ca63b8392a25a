<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\OAuth\Tokens;

use Illuminate\Support\Facades\Route;
use Illuminate\Testing\TestResponse;
use Kennel\App\OAuth\Clients\WhatToPaste;
use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\OAuth\Clients\Clients;
use Kennel\Tests\Support\OpenApi;

/** What an app's page tells its developer. */
final class AppPageTest extends TokenTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->keeper();
    }

    /** @return array<string, mixed> */
    private function page(string $app): array
    {
        $this->app->forgetScopedInstances();

        return (array) $this->knock('GET', "/apps/{$app}/client", surface: 'console')->assertOk()->json();
    }

    public function test_sizes_are_those_of_the_tokens_that_are_made(): void
    {
        foreach (['EdDSA', 'ES256', 'RS256'] as $algorithm) {
            $this->register(['gaugebook' => ['algorithm' => $algorithm, 'resources' => ['https://gaugebook.alderwend.example/api'], 'scopes' => []]]);
            ['access' => $access, 'id' => $id] = $this->page('gaugebook')['tokens']['sizes'];
            $this->holder("{$algorithm}@post.example");
            $this->signIn("{$algorithm}@post.example");
            $tokens = $this->letIn(['scope' => 'openid profile email phone roles offline_access', 'nonce' => str_repeat('n', 43)]);
            // What differs is a second factor that this person did not show, and an acr that says so.
            self::assertEqualsWithDelta(strlen($tokens['access_token']), $access['none'], 40, $algorithm);
            self::assertEqualsWithDelta(strlen($tokens['id_token']), $id['none'], 40, $algorithm);
            self::assertGreaterThanOrEqual($access['none'], $access['every']);
        }
        $this->register(['gaugebook' => ['access_token' => 'opaque']]);
        self::assertNull($this->page('gaugebook')['tokens']['sizes']['access']);
    }

    public function test_more_roles_make_a_token_longer(): void
    {
        $before = $this->page('gaugebook')['tokens']['sizes']['access']['every'];
        $this->knock('POST', '/roles', ['key' => 'warden', 'label' => 'Warden', 'summary' => 'Walks the bank', 'app' => null, 'permissions' => [], 'includes' => []], surface: 'console')->assertSuccessful();
        self::assertGreaterThan($before + 5, $this->page('gaugebook')['tokens']['sizes']['access']['every']);
    }

    public function test_an_app_is_told_what_it_receives_and_how_long_it_is_believed(): void
    {
        config(['rules.disclosure.fields' => [['key' => 'address', 'grants' => [['key' => 'app:gaugebook', 'permission' => '', 'consent' => true, 'purpose' => 'To write to you'], ['key' => 'app:kitloft', 'permission' => '', 'consent' => false, 'purpose' => 'For kit']]]]]);
        $this->app->forgetScopedInstances();
        $page = $this->page('gaugebook');
        self::assertSame([['field' => 'address', 'label' => 'Address', 'purpose' => 'To write to you', 'consent' => true]], $page['receives']);
        self::assertSame(['jwt', 600], [$page['tokens']['format'], $page['tokens']['lifetime']]);
        self::assertSame([600, null, 600], array_map(fn (string $app): ?int => $this->knock('GET', "/apps/{$app}")->json('signed_tokens_for'), ['gaugebook', 'floodline', 'kitloft']));
    }

    public function test_addresses_are_looked_at_while_they_are_typed(): void
    {
        $judge = fn (mixed $kind, mixed $list, array $addresses): TestResponse => $this->knock('POST', '/clients/verdict', ['kind' => $kind, 'list' => $list, 'addresses' => $addresses], surface: 'console');
        $judge('web', 'origins', ['https://app.example', 'https://app.example/'])->assertOk()->assertExactJson(['mistakes' => [['index' => 1, 'message' => 'must be scheme, host and port alone, such as https://app.example, without a “/” behind']]]);
        self::assertSame(['client.kind', 'client.list', 'client.addresses'], self::codes($judge('toaster', 'secrets', array_fill(0, 101, 'x'))->assertUnprocessable()));
    }

    public function test_every_door_for_tokens_is_described(): void
    {
        $doors = [];
        foreach (Route::getRoutes()->getRoutes() as $route) {
            $isOne = preg_match('#^(?:oauth|\.well-known)/#', $route->uri()) === 1 && $route->uri() !== 'oauth/openapi.json';
            foreach ($isOne ? array_diff($route->methods(), ['HEAD', 'OPTIONS']) : [] as $method) {
                $doors[] = "{$method} /{$route->uri()}";
            }
        }
        $described = OpenApi::oauth()->operations();
        sort($doors);
        sort($described);
        self::assertSame($doors, $described);
        self::assertSame(json_decode((string) file_get_contents(resource_path('openapi/oauth.json')), true), $this->get('/oauth/openapi.json')->assertOk()->json());
    }

    public function test_code_suits_the_kind_of_app(): void
    {
        $given = fn (string $app): array => array_column($this->page($app)['snippets'], 'key');
        self::assertSame(['sign-in.php', 'sign-in.mjs', 'by-itself.sh', 'by-itself.php', 'by-itself.mjs', 'verify.php', 'verify.mjs', 'introspect.sh', 'by-hand.sh'], $given('gaugebook'));
        self::assertSame(['sign-in.js', 'by-hand.sh'], $given('floodline'));
        self::assertSame(['device.sh', 'verify.php', 'verify.mjs', 'by-hand.sh'], $given('kitloft'));
    }

    /** RFC 3986 §2.2 lets an address have what would end a text in code. */
    public function test_an_address_does_not_end_the_code_it_stands_in(): void
    {
        $odd = "https://app.example/a';touch/b";
        $client = Clients::read(new Document(['clients' => [array_replace(Client::EXAMPLE, ['key' => 'odd', 'redirect_uris' => [$odd]])]]))->all['odd'];
        $code = array_column(WhatToPaste::of($client, 'https://accounts.example'), 'code', 'key');
        self::assertStringContainsString("'https://app.example/a\\';touch/b'", $code['sign-in.php']);
        self::assertStringContainsString("'redirect_uri=https://app.example/a'\\'';touch/b'", $code['by-hand.sh']);
        self::assertStringNotContainsString($odd, implode('', $code));
    }
}
