<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\OAuth\Tokens;

use Illuminate\Support\Facades\DB;
use Kennel\Core\Policy\Rehearsals\Mishap;

/** An app's way to tokens, played; and what each mishap comes to. */
final class TrialTest extends TokenTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->keeper();
    }

    /** @return array<string, mixed> */
    private function played(string $app, Mishap $mishap = Mishap::Nothing): array
    {
        return (array) $this->knock('POST', "/apps/{$app}/trial", ['mishap' => $mishap->value], surface: 'console')->assertOk()->json();
    }

    /**
     * @param  array<string, mixed>  $trial
     * @return array<string, string> status and code of each hop, by its key
     */
    private static function outcomes(array $trial): array
    {
        $outcomes = [];
        foreach ($trial['hops'] as $hop) {
            preg_match('/[?#&]error=([a-z_]+)/', (string) $hop['location'], $found);
            $active = $hop['answered']['active'] ?? null;
            $outcomes[$hop['key']] = trim($hop['status'].' '.($hop['answered']['error'] ?? $found[1] ?? $hop['sent']['error'] ?? ($active === null ? '' : ($active ? 'active' : 'inactive'))));
        }

        return $outcomes;
    }

    public function test_each_kind_of_app_comes_to_tokens(): void
    {
        $this->register(['kitloft' => ['redirect_uris' => [], 'grant_types' => ['refresh_token', 'urn:ietf:params:oauth:grant-type:device_code']]]);
        $byCode = ['authorize' => '303', 'next' => '200', 'back' => '0', 'exchange' => '200', 'userinfo' => '200', 'introspect' => '200 active', 'renew' => '200', 'revoke' => '200', 'introspect_again' => '200 inactive'];
        self::assertSame($byCode, self::outcomes($trial = $this->played('gaugebook')));
        self::assertSame(['authorize' => '303', 'next' => '200', 'agree' => '200', 'back' => '0', 'exchange' => '200', 'userinfo' => '200', 'renew' => '200', 'revoke' => '200'], self::outcomes($this->played('floodline')));
        self::assertSame(['device' => '200', 'poll' => '400 authorization_pending', 'read_code' => '200', 'let_in' => '204', 'poll_again' => '200', 'userinfo' => '200', 'renew' => '200', 'revoke' => '200'], self::outcomes($this->played('kitloft')));
        $exchange = array_column($trial['hops'], null, 'key')['exchange'];
        self::assertSame(['access_token' => 'at+jwt', 'id_token' => 'JWT'], array_map(static fn (array $header): string => $header['typ'], array_column($exchange['decoded'], 'header', 'name')));
        self::assertContains('audit app.let_in', array_map(static fn (array $one): string => "{$one['lane']} {$one['label']}", array_column($trial['hops'], null, 'key')['next']['caused']));
    }

    public function test_an_app_by_itself(): void
    {
        $this->register(['gaugebook' => ['kind' => 'backend', 'redirect_uris' => [], 'post_logout_redirect_uris' => [], 'grant_types' => ['client_credentials']]]);
        self::assertSame(['by_itself' => '200', 'introspect' => '200 active', 'revoke' => '200', 'introspect_again' => '200 inactive'], self::outcomes($this->played('gaugebook')));
        self::assertSame(['by_itself' => '400 invalid_scope'], self::outcomes($this->played('gaugebook', Mishap::UnknownScope)));
    }

    public function test_what_each_mishap_comes_to(): void
    {
        $this->register(['gaugebook' => ['consent' => 'asked']]);
        $last = fn (Mishap $mishap): array => array_slice(self::outcomes($this->played('gaugebook', $mishap)), -1);
        self::assertSame(['authorize' => '303 invalid_request'], $last(Mishap::RedirectUri));
        self::assertSame(['authorize' => '303 invalid_request'], $last(Mishap::NoChallenge));
        self::assertSame(['authorize' => '303 invalid_scope'], $last(Mishap::UnknownScope));
        self::assertSame(['back' => '0 access_denied'], $last(Mishap::Refused));
        self::assertSame(['exchange' => '400 invalid_grant'], $last(Mishap::OtherVerifier));
        self::assertSame(['exchange' => '400 invalid_grant'], $last(Mishap::LateCode));
        self::assertSame(['exchange' => '401 invalid_client'], $last(Mishap::OtherSecret));
        $twice = self::outcomes($this->played('gaugebook', Mishap::CodeTwice));
        self::assertSame(['200', '400 invalid_grant', '401 invalid_token', '200 inactive'], [$twice['exchange'], $twice['exchange_again'], $twice['userinfo'], $twice['introspect']]);
        $again = $this->played('gaugebook', Mishap::RefreshTwice);
        self::assertSame(['200', '400 invalid_grant', '400 invalid_grant'], array_values(array_intersect_key(self::outcomes($again), ['renew' => 0, 'renew_again' => 0, 'renew_newest' => 0])));
        self::assertContains('message', array_column(array_column($again['hops'], null, 'key')['renew_again']['caused'], 'lane'), 'the person is told');
        self::assertSame('400 invalid_grant', self::outcomes($this->played('gaugebook', Mishap::SignedOut))['renew']);
    }

    /** The console has words for each. */
    public function test_everything_that_can_happen_is_explained(): void
    {
        $words = (string) file_get_contents(resource_path('ui/console/apps/trial.ts'));
        $keys = array_column(Mishap::cases(), 'value');
        foreach (['gaugebook', 'floodline'] as $app) {
            foreach ($this->played($app)['mishaps'] as $mishap) {
                array_push($keys, ...array_column($this->played($app, Mishap::from($mishap))['hops'], 'key'));
            }
        }
        foreach (array_unique($keys) as $key) {
            self::assertMatchesRegularExpression("/^  {$key}: \\{/m", $words, $key);
        }
    }

    public function test_what_cannot_happen_to_an_app_is_refused_and_what_is_no_app_is_not_found(): void
    {
        $this->knock('POST', '/apps/floodline/trial', ['mishap' => 'other_secret'], surface: 'console')->assertUnprocessable()->assertJsonPath('reasons.0.code', 'trial.mishap');
        $this->knock('POST', '/apps/floodline/trial', ['mishap' => 'earthquake'], surface: 'console')->assertUnprocessable();
        $this->knock('POST', '/apps/nobody/trial', [], surface: 'console')->assertNotFound();
    }

    public function test_an_app_that_signs_what_it_shows_is_played_with_a_secret(): void
    {
        $jwk = ['kty' => 'OKP', 'crv' => 'Ed25519', 'kid' => 'own', 'x' => rtrim(strtr(base64_encode(sodium_crypto_sign_publickey(sodium_crypto_sign_keypair())), '+/', '-_'), '=')];
        $this->register(['gaugebook' => ['token_endpoint_auth_method' => 'private_key_jwt', 'jwks' => json_encode(['keys' => [$jwk]], JSON_THROW_ON_ERROR)]]);
        self::assertSame('200', self::outcomes($this->played('gaugebook'))['exchange']);
    }

    public function test_nothing_of_it_is_left_and_nobody_real_is_in_it(): void
    {
        $rows = static fn (): array => array_map(static fn (string $table): int => DB::table($table)->count(), array_combine($tables = ['accounts', 'sessions', 'authorizations', 'messages', 'audit_events', 'app_secrets', 'signing_keys', 'token_tallies', 'app_grants'], $tables));
        $before = $rows();
        $this->played('gaugebook', Mishap::RefreshTwice);
        self::assertSame($before, $rows());
        self::assertSame([], glob(storage_path('rehearsals/*')));
    }
}
