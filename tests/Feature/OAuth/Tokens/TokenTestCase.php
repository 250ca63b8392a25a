<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\OAuth\Tokens;

use Illuminate\Support\Facades\Route;
use Illuminate\Testing\TestResponse;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\OAuth\Clients\AppSecrets;
use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\OAuth\Clients\Clients;
use Kennel\Core\OAuth\Tokens\CodeChallenge;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Support\OpenApi;

/** An app of each kind, and what their developers' code would do. */
abstract class TokenTestCase extends DoorTestCase
{
    protected const VERIFIER = 'a-verifier-of-at-least-forty-three-characters-long';

    protected const BACK = 'https://gaugebook.alderwend.example/signed-in';

    /** Of Gaugebook, which keeps one. */
    protected string $secret;

    /** Of Stagewire, another app that keeps one. */
    protected string $otherSecret;

    protected function setUp(): void
    {
        parent::setUp();
        $this->register();
        $this->secret = $this->secretOf('gaugebook');
        $this->otherSecret = $this->secretOf('stagewire');
    }

    /** @param  array<string, array<string, mixed>>  $changes  by app */
    protected function register(array $changes = []): void
    {
        $client = static fn (string $key, array $own): array => array_replace(Client::EXAMPLE, ['key' => $key], $own, $changes[$key] ?? []);
        config(['rules.clients' => [
            $client('gaugebook', [
                'redirect_uris' => [self::BACK, 'http://127.0.0.1/back'], 'post_logout_redirect_uris' => ['https://gaugebook.alderwend.example/'], 'grant_types' => ['authorization_code', 'refresh_token', 'client_credentials'],
                'scopes' => [['key' => 'readings', 'about' => 'Read your readings'], ['key' => 'readings:approve', 'about' => 'Approve readings']], 'resources' => ['https://gaugebook.alderwend.example/api', 'https://archive.alderwend.example/'],
            ]),
            $client('floodline', [
                'kind' => 'single page', 'token_endpoint_auth_method' => 'none', 'redirect_uris' => ['https://floodline.alderwend.example/'], 'origins' => ['https://floodline.alderwend.example'], 'consent' => 'asked', 'access_token' => 'opaque',
            ]),
            $client('stagewire', ['redirect_uris' => ['https://stagewire.alderwend.example/back'], 'grant_types' => ['authorization_code', 'refresh_token', 'client_credentials'], 'resources' => ['https://archive.alderwend.example/'], 'access_token' => 'opaque']),
            $client('kitloft', ['kind' => 'mobile', 'token_endpoint_auth_method' => 'none', 'redirect_uris' => ['example.alderwend.kitloft:/signed-in'], 'grant_types' => ['authorization_code', 'refresh_token', 'urn:ietf:params:oauth:grant-type:device_code']]),
        ]]);
        $this->app->forgetScopedInstances();
    }

    protected function secretOf(string $app): string
    {
        $this->app->forgetScopedInstances();
        $client = $this->app->make(Clients::class)->find($app) ?? self::fail("There is no {$app}.");

        return $this->app->make(AppSecrets::class)->add($client, Actor::system())['token']->reveal();
    }

    /**
     * A request of an app, with no cookie of ours.
     *
     * @param  array<string, string|list<string>>  $form
     * @param  array<string, string>  $headers
     */
    protected function send(string $path, array $form = [], array $headers = [], string $method = 'POST'): TestResponse
    {
        $this->app->forgetScopedInstances();
        foreach (Route::getRoutes()->getRoutes() as $route) {
            $route->flushController();
        }
        $query = implode('&', array_map(static fn (string $name, string|array $value): string => implode('&', array_map(static fn (string $one): string => urlencode($name).'='.urlencode($one), (array) $value)), array_keys($form), $form));
        $server = ['REMOTE_ADDR' => '203.0.113.9', ...$method === 'POST' ? ['CONTENT_TYPE' => 'application/x-www-form-urlencoded'] : ['QUERY_STRING' => $query]];
        foreach ($headers as $name => $value) {
            $server['HTTP_'.strtoupper(str_replace('-', '_', $name))] = $value;
        }

        $answer = $this->call($method, $path.($method === 'GET' && $query !== '' ? "?{$query}" : ''), [], [], [], $server, $method === 'POST' ? $query : null);
        $complaint = $method === 'OPTIONS' ? null : OpenApi::oauth()->complaint($method, $path, $answer->getStatusCode(), (string) $answer->headers->get('Content-Type'), (string) $answer->getContent());
        self::assertNull($complaint, (string) $complaint);

        return $answer;
    }

    /**
     * @param  array<string, string|list<string>>  $form
     */
    protected function token(array $form, string $app = 'gaugebook', ?string $secret = null): TestResponse
    {
        $secret ??= $app === 'gaugebook' ? $this->secret : null;

        return $this->send('/oauth/token', $secret === null ? ['client_id' => $app, ...$form] : $form, $secret === null ? [] : ['Authorization' => 'Basic '.base64_encode("{$app}:{$secret}")]);
    }

    /**
     * @param  array<string, string|list<string>|null>  $more
     * @return array<string, string|list<string>>
     */
    protected static function request(array $more = [], string $app = 'gaugebook'): array
    {
        return array_filter([
            'response_type' => 'code', 'client_id' => $app, 'redirect_uri' => self::BACK, 'scope' => 'openid profile email roles', 'state' => 'a state', 'nonce' => 'a nonce',
            'code_challenge' => CodeChallenge::of(self::VERIFIER)->text, 'code_challenge_method' => 'S256', ...$more,
        ], static fn (mixed $one): bool => $one !== null);
    }

    /**
     * Goes where the app sends the browser.
     *
     * @param  array<string, string|list<string>|null>  $more
     * @return string what the account page then asks with
     */
    protected function sent(array $more = [], string $app = 'gaugebook'): string
    {
        $address = (string) $this->send('/oauth/authorize', self::request($more, $app), method: 'GET')->assertStatus(303)->headers->get('Location');
        self::assertSame(1, preg_match("#^/a/{$app}/authorize\\#t=([A-Za-z0-9_-]{43})\$#D", $address, $found), $address);

        return $found[1];
    }

    /** @return array<string, string> what the app gets back in the address, and the address itself under "" */
    protected static function back(TestResponse $answer): array
    {
        $address = (string) $answer->json('address');
        parse_str((string) parse_url($address, PHP_URL_QUERY), $query);

        return ['' => explode('?', $address)[0], ...$query];
    }

    /** @param  array<string, string|list<string>|null>  $more */
    protected function code(array $more = [], string $app = 'gaugebook'): string
    {
        return self::back($this->knock('POST', '/authorizations/next', ['token' => $this->sent($more, $app)])->assertOk()->assertJsonPath('step', 'grant'))['code'];
    }

    /**
     * @param  array<string, string|list<string>|null>  $more
     * @return array<string, mixed>
     */
    protected function letIn(array $more = []): array
    {
        return (array) $this->token($this->exchange($this->code($more)))->assertOk()->json();
    }

    /** @return array<string, string> */
    protected function exchange(string $code): array
    {
        return ['grant_type' => 'authorization_code', 'code' => $code, 'redirect_uri' => self::BACK, 'code_verifier' => self::VERIFIER];
    }

    /** @return array<string, mixed> */
    protected static function claims(string $token): array
    {
        return (array) json_decode((string) base64_decode(strtr(explode('.', $token)[1], '-_', '+/'), true), true);
    }

    /** @return array<string, string> the header by which an app shows its secret */
    protected static function basic(string $app, string $secret): array
    {
        return ['Authorization' => 'Basic '.base64_encode("{$app}:{$secret}")];
    }

    protected function isActive(string $token): bool
    {
        return $this->send('/oauth/introspect', ['token' => $token], ['Authorization' => 'Basic '.base64_encode("gaugebook:{$this->secret}")])->assertOk()->json('active');
    }
}
