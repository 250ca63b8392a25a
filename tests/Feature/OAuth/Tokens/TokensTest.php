<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\OAuth\Tokens;

use Firebase\JWT\JWT;
use Illuminate\Support\Facades\DB;
use Kennel\App\Credentials\Sessions\EndSessions;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\Core\OAuth\Tokens\DecideRefresh;
use PHPUnit\Framework\Attributes\DataProvider;

/** What becomes of tokens: renewed, asked about, given back, and worth nothing once what they rest upon is gone. */
final class TokensTest extends TokenTestCase
{
    /** @return array<string, mixed> */
    private function refresh(string $token, int $status = 200, string $app = 'gaugebook'): array
    {
        return (array) $this->token(['grant_type' => 'refresh_token', 'refresh_token' => $token], $app)->assertStatus($status)->json();
    }

    /** @return array<string, mixed> */
    private function start(string $scope = 'openid roles'): array
    {
        $this->holder(role: 'reviewer');
        $this->signIn();

        return $this->letIn(['scope' => $scope]);
    }

    public function test_a_refresh_token_is_another_one_each_time(): void
    {
        $first = $this->start();
        $second = $this->refresh((string) $first['refresh_token']);
        $third = $this->refresh((string) $second['refresh_token']);
        self::assertCount(3, array_unique([$first['refresh_token'], $second['refresh_token'], $third['refresh_token']]));
        self::assertTrue($this->isActive((string) $first['access_token']), 'it was not taken back');
        // RFC 9700 §4.14.2
        $this->clock->move('+'.(DecideRefresh::OVERLAP + 1).' seconds');
        self::assertSame('invalid_grant', $this->refresh((string) $first['refresh_token'], 400)['error']);
        $this->refresh((string) $third['refresh_token'], 400);
        self::assertFalse($this->isActive((string) $third['access_token']));
        self::assertSame(1, DB::table('audit_events')->where('event', 'authorization.replayed')->count());
        self::assertSame(1, DB::table('messages')->where('kind', 'access_ended')->count(), 'the holder is told, once');
    }

    public function test_within_the_overlap_a_token_leads_to_the_one_that_counts(): void
    {
        $first = (string) $this->start()['refresh_token'];
        $second = (string) $this->refresh($first)['refresh_token'];
        self::assertSame($second, $this->refresh($first)['refresh_token'], 'the first answer was lost');
        $this->clock->move('+5 seconds');
        $third = (string) $this->refresh($second)['refresh_token'];
        self::assertSame([$third, $third], [$this->refresh($first)['refresh_token'], $this->refresh($second)['refresh_token']], 'two pages, one of them late');
        $this->clock->move('+'.(DecideRefresh::OVERLAP - 5).' seconds');
        self::assertSame($third, $this->refresh($first)['refresh_token'], 'the last second');
        self::assertSame([0, 0], [DB::table('audit_events')->where('event', 'authorization.replayed')->count(), DB::table('messages')->where('kind', 'access_ended')->count()]);
        $this->clock->move('+1 second');
        $this->refresh($first, 400);
        $this->refresh($third, 400);
        self::assertSame([1, 1], [DB::table('audit_events')->where('event', 'authorization.replayed')->count(), DB::table('messages')->where('kind', 'access_ended')->count()]);
    }

    public function test_within_the_overlap_the_keys_may_be_rotated(): void
    {
        $first = (string) $this->start()['refresh_token'];
        $second = (string) $this->refresh($first)['refresh_token'];
        config(['app.previous_keys' => [config('app.key')], 'app.key' => 'base64:'.base64_encode(random_bytes(32))]);
        self::assertSame($second, $this->refresh($first)['refresh_token']);
    }

    public function test_a_refresh_token_lapses(): void
    {
        $token = (string) $this->start('openid offline_access')['refresh_token'];
        $this->clock->move('+13 days');
        $token = (string) $this->refresh($token)['refresh_token'];
        $this->clock->move('+14 days +1 second');
        $this->refresh($token, 400);
    }

    public function test_however_often_it_is_renewed_it_ends(): void
    {
        $token = (string) $this->start('openid offline_access')['refresh_token'];
        for ($week = 0; $week < 12; $week++) {
            $this->clock->move('+7 days');
            $token = (string) $this->refresh($token)['refresh_token'];
        }
        $this->clock->move('+7 days');
        $this->refresh($token, 400);
    }

    public function test_the_scope_may_be_narrowed_and_not_widened(): void
    {
        $token = (string) $this->start('openid roles')['refresh_token'];
        $this->token(['grant_type' => 'refresh_token', 'refresh_token' => $token, 'scope' => 'openid email'])->assertStatus(400)->assertJsonPath('error', 'invalid_scope');
        $narrow = $this->token(['grant_type' => 'refresh_token', 'refresh_token' => $token, 'scope' => 'openid'])->assertOk();
        self::assertArrayNotHasKey('roles', self::claims((string) $narrow->json('access_token')));
        self::assertSame('openid roles', $this->refresh((string) $narrow->json('refresh_token'))['scope']);
    }

    /** @return iterable<string, array{string}> */
    public static function ends(): iterable
    {
        yield 'signed out' => ['sign out'];
        yield 'suspended' => ['suspend'];
        yield 'a role lost' => ['role'];
        yield 'another app’s rules' => ['unregistered'];
    }

    #[DataProvider('ends')]
    public function test_whatever_it_rests_upon_ends_it_at_once(string $how): void
    {
        $holder = $this->holder(role: 'reviewer');
        $this->signIn();
        $tokens = $this->letIn(['scope' => 'openid roles']);
        self::assertTrue($this->isActive((string) $tokens['access_token']));
        match ($how) {
            'sign out' => $this->knock('DELETE', '/session')->assertNoContent(),
            'suspend' => DB::table('accounts')->where('id', $holder->id)->update(['status' => 'suspended']),
            'role' => $this->app->make(Assignments::class)->takeAll([$holder->id], 'reviewer', 'the test', 'gone'),
            default => $this->register(['gaugebook' => ['grant_types' => ['client_credentials'], 'redirect_uris' => []]]),
        };
        if ($how === 'unregistered') {
            self::assertSame('unauthorized_client', $this->refresh((string) $tokens['refresh_token'], 400)['error']);

            return;
        }
        self::assertFalse($this->isActive((string) $tokens['access_token']), 'it says what holds no more');
        if ($how === 'role') {
            self::assertSame([], self::claims((string) $this->refresh((string) $tokens['refresh_token'])['access_token'])['permissions']);
        } else {
            self::assertSame('invalid_grant', $this->refresh((string) $tokens['refresh_token'], 400)['error']);
        }
    }

    public function test_what_was_asked_for_to_last_outlasts_the_session_and_not_the_account(): void
    {
        $holder = $this->holder();
        $this->signIn();
        $tokens = $this->letIn(['scope' => 'openid offline_access']);
        $this->knock('DELETE', '/session')->assertNoContent();
        $tokens = $this->refresh((string) $tokens['refresh_token']);
        DB::table('accounts')->where('id', $holder->id)->update(['status' => 'suspended']);
        $this->refresh((string) $tokens['refresh_token'], 400);
    }

    public function test_whoever_is_signed_out_everywhere_is_so_on_apps_as_well(): void
    {
        $holder = $this->holder();
        $this->signIn();
        $ends = function (\Closure $act): void {
            $lasting = (string) $this->letIn(['scope' => 'openid offline_access'])['refresh_token'];
            $act();
            $this->refresh($lasting, 400);
        };
        $ends(fn () => $this->app->make(EndSessions::class)->allOf($holder->id, 'operator'));
        $this->signIn();
        $ends(function (): void {
            $this->inBrowserOf('somebody else')->signIn();
            $this->knock('DELETE', '/account/sessions')->assertOk();
        });
        $own = (string) $this->letIn(['scope' => 'openid offline_access'])['refresh_token'];
        $this->knock('DELETE', '/account/sessions')->assertOk();
        $this->refresh($own);
    }

    public function test_what_an_app_gives_back_counts_no_more(): void
    {
        $tokens = $this->start();
        $revoke = fn (string $token, string $app = 'gaugebook') => $app === 'gaugebook'
            ? $this->send('/oauth/revoke', ['token' => $token], ['Authorization' => 'Basic '.base64_encode("gaugebook:{$this->secret}")])->assertOk()
            : $this->send('/oauth/revoke', ['token' => $token, 'client_id' => $app])->assertOk();
        $revoke('nonsense');
        // RFC 7009 §2.1: nobody gives back what is another's.
        $revoke((string) $tokens['access_token'], 'kitloft');
        $revoke((string) $tokens['refresh_token'], 'kitloft');
        self::assertTrue($this->isActive((string) $tokens['access_token']));
        $revoke((string) $tokens['access_token']);
        self::assertFalse($this->isActive((string) $tokens['access_token']));
        $tokens = $this->refresh((string) $tokens['refresh_token']);
        $revoke((string) $tokens['refresh_token']);
        self::assertFalse($this->isActive((string) $tokens['access_token']));
        $this->refresh((string) $tokens['refresh_token'], 400);
    }

    public function test_a_token_that_says_nothing_is_asked_about(): void
    {
        $this->register(['gaugebook' => ['access_token' => 'opaque']]);
        $tokens = $this->start('openid roles');
        self::assertMatchesRegularExpression('/^[A-Za-z0-9_-]{43}$/D', (string) $tokens['access_token']);
        $answer = $this->send('/oauth/introspect', ['token' => (string) $tokens['access_token']], ['Authorization' => 'Basic '.base64_encode("gaugebook:{$this->secret}")])->assertOk();
        self::assertSame([true, 'gaugebook', 'openid roles'], [$answer->json('active'), $answer->json('client_id'), $answer->json('scope')]);
        self::assertContains('readings:approve', $answer->json('permissions'));
        self::assertSame(0, DB::table('access_tokens')->where('digest', $tokens['access_token'])->count(), 'a digest alone is kept');
        $this->clock->move('+600 seconds');
        self::assertFalse($this->isActive((string) $tokens['access_token']));
    }

    public function test_who_may_ask_about_tokens(): void
    {
        $tokens = $this->start();
        $this->send('/oauth/introspect', ['token' => (string) $tokens['access_token'], 'client_id' => 'kitloft'])->assertUnauthorized()->assertJsonPath('error', 'invalid_client');
        $this->send('/oauth/introspect', ['token' => (string) $tokens['access_token']])->assertUnauthorized();
        self::assertTrue($this->isActive((string) $tokens['refresh_token']));
        self::assertFalse($this->isActive((string) $tokens['id_token']), 'an ID token opens nothing');
        $this->send('/oauth/userinfo', headers: ['Authorization' => "Bearer {$tokens['id_token']}"])->assertUnauthorized()->assertJsonPath('error', 'invalid_token');
        $this->send('/oauth/userinfo')->assertUnauthorized()->assertHeader('WWW-Authenticate', 'Bearer realm="kennel"');
    }

    public function test_an_app_by_itself(): void
    {
        $answer = $this->token(['grant_type' => 'client_credentials', 'scope' => 'readings', 'resource' => 'https://archive.alderwend.example/'])->assertOk();
        self::assertSame(['access_token', 'token_type', 'expires_in', 'scope'], array_keys((array) $answer->json()));
        $claims = self::claims((string) $answer->json('access_token'));
        self::assertSame(['gaugebook', 'https://archive.alderwend.example/', 'readings'], [$claims['sub'], $claims['aud'], $claims['scope']]);
        self::assertTrue($this->isActive((string) $answer->json('access_token')));
        $this->send('/oauth/userinfo', headers: ['Authorization' => "Bearer {$answer->json('access_token')}"])->assertForbidden()->assertJsonPath('error', 'insufficient_scope');
        $this->token(['grant_type' => 'client_credentials', 'scope' => 'openid'])->assertStatus(400)->assertJsonPath('error', 'invalid_scope');
        $this->token(['grant_type' => 'client_credentials'], 'kitloft')->assertStatus(400)->assertJsonPath('error', 'unauthorized_client');
    }

    /** RFC 6749 §5.2, one by one. */
    public function test_refusals_have_their_codes(): void
    {
        $refused = fn (array $form, string $error, int $status = 400) => $this->token($form)->assertStatus($status)->assertJsonPath('error', $error)->assertHeader('Cache-Control', 'no-store, private');
        $refused([], 'invalid_request');
        $refused(['grant_type' => 'authorization_code'], 'invalid_request');
        $refused(['grant_type' => 'password', 'username' => 'tam', 'password' => 'x'], 'unsupported_grant_type');
        $refused(['grant_type' => 'urn:ietf:params:oauth:grant-type:device_code', 'device_code' => 'x'], 'unauthorized_client');
        $refused(['grant_type' => ['client_credentials', 'client_credentials']], 'invalid_request');
        $this->token(['grant_type' => 'client_credentials'], secret: str_repeat('A', 43))->assertUnauthorized()->assertJsonPath('error', 'invalid_client')->assertHeader('WWW-Authenticate', 'Basic realm="kennel"');
        $this->send('/oauth/token', ['grant_type' => 'client_credentials', 'client_id' => 'gaugebook', 'client_secret' => $this->secret])->assertOk();
        $this->send('/oauth/token', ['grant_type' => 'client_credentials', 'client_secret' => $this->secret], ['Authorization' => 'Basic '.base64_encode("gaugebook:{$this->secret}")])->assertStatus(400)->assertJsonPath('error', 'invalid_request');
        $this->send('/oauth/token', ['grant_type' => 'client_credentials', 'client_id' => 'kitloft'], ['Authorization' => 'Basic '.base64_encode("gaugebook:{$this->secret}")])->assertUnauthorized();
        self::assertSame(200, $this->call('GET', '/.well-known/openid-configuration')->getStatusCode());
    }

    protected function tearDown(): void
    {
        JWT::$timestamp = null;
        parent::tearDown();
    }

    public function test_an_app_that_signs_assertions(): void
    {
        $pair = sodium_crypto_sign_keypair();
        $jwks = json_encode(['keys' => [['kty' => 'OKP', 'crv' => 'Ed25519', 'kid' => 'one', 'x' => rtrim(strtr(base64_encode(sodium_crypto_sign_publickey($pair)), '+/', '-_'), '=')]]]);
        $this->register(['gaugebook' => ['token_endpoint_auth_method' => 'private_key_jwt', 'jwks' => $jwks]]);
        $now = $this->clock->now()->getTimestamp();
        $ask = function (array $claims, ?string $key = null, string $kid = 'one') use ($pair, $now) {
            JWT::$timestamp = $now;
            $assertion = JWT::encode(array_filter(['iss' => 'gaugebook', 'sub' => 'gaugebook', 'aud' => 'http://localhost', 'exp' => $now + 60, 'jti' => bin2hex(random_bytes(8)), ...$claims]), $key ?? base64_encode(sodium_crypto_sign_secretkey($pair)), 'EdDSA', $kid);

            return $this->send('/oauth/token', ['grant_type' => 'client_credentials', 'client_assertion_type' => 'urn:ietf:params:oauth:client-assertion-type:jwt-bearer', 'client_assertion' => $assertion]);
        };
        $ask(['jti' => 'the first'])->assertOk();
        $ask(['aud' => 'http://localhost/oauth/token'])->assertOk();
        $ask(['aud' => ['http://localhost']])->assertOk();
        $ask(['jti' => 'the first'])->assertUnauthorized();
        foreach ([['aud' => 'https://elsewhere.example'], ['aud' => ['http://localhost', 'https://elsewhere.example']], ['aud' => ['http://localhost', 'http://localhost/oauth/token']], ['exp' => $now - 60], ['exp' => $now + 3_600], ['iss' => 'floodline'], ['sub' => 'floodline'], ['jti' => null], ['nbf' => $now + 300]] as $wrong) {
            $ask($wrong)->assertUnauthorized()->assertJsonPath('error', 'invalid_client');
        }
        $ask([], base64_encode(sodium_crypto_sign_secretkey(sodium_crypto_sign_keypair())))->assertUnauthorized();
        $ask([], null, 'two')->assertUnauthorized();
        $this->send('/oauth/token', ['grant_type' => 'client_credentials', 'client_id' => 'gaugebook', 'client_secret' => $this->secret])->assertUnauthorized();
    }

    public function test_a_page_of_a_registered_origin_may_read_answers(): void
    {
        $ask = fn (string $path, string $origin, string $method = 'POST') => $this->send($path, [], ['Origin' => $origin], $method);
        self::assertSame('https://floodline.alderwend.example', $ask('/oauth/token', 'https://floodline.alderwend.example')->headers->get('Access-Control-Allow-Origin'));
        self::assertSame('GET, POST', $ask('/oauth/token', 'https://floodline.alderwend.example', 'OPTIONS')->assertNoContent()->headers->get('Access-Control-Allow-Methods'));
        foreach (['https://evil.example', 'null', 'https://floodline.alderwend.example.evil.example', 'http://floodline.alderwend.example'] as $other) {
            self::assertNull($ask('/oauth/token', $other)->headers->get('Access-Control-Allow-Origin'), $other);
        }
        self::assertSame('*', $ask('/oauth/jwks', 'https://anywhere.example', 'GET')->headers->get('Access-Control-Allow-Origin'));
        self::assertNull($ask('/oauth/token', 'https://floodline.alderwend.example')->headers->get('Access-Control-Allow-Credentials'));
    }

    public function test_an_app_signs_its_person_out(): void
    {
        $tokens = $this->start('openid');
        $home = 'https://gaugebook.alderwend.example/';
        $address = (string) $this->send('/oauth/logout', ['id_token_hint' => (string) $tokens['id_token'], 'post_logout_redirect_uri' => $home, 'state' => 's'], method: 'GET')->assertStatus(303)->headers->get('Location');
        self::assertStringStartsWith('/a/gaugebook/leave#', $address);
        $leave = fn (array $more) => $this->knock('POST', '/session/leave', ['client_id' => null, 'id_token_hint' => null, 'post_logout_redirect_uri' => null, 'state' => null, 'confirmed' => false, ...$more])->assertOk();
        // Without a token that was made in this session the person is asked.
        $leave(['client_id' => 'gaugebook', 'post_logout_redirect_uri' => $home])->assertExactJson(['is_signed_out' => false, 'address' => null]);
        $this->knock('GET', '/session')->assertOk();
        $leave(['id_token_hint' => $tokens['id_token'], 'post_logout_redirect_uri' => $home, 'state' => 's'])->assertExactJson(['is_signed_out' => true, 'address' => "{$home}?state=s"]);
        $this->knock('GET', '/session')->assertUnauthorized();
        $leave(['client_id' => 'gaugebook', 'post_logout_redirect_uri' => 'https://evil.example/', 'confirmed' => true])->assertExactJson(['is_signed_out' => true, 'address' => null]);
    }

    /** However refresh tokens are shown, in whatever order: one of a family counts, and none once one was shown too late. */
    public function test_no_sequence_of_refreshes_leaves_two_that_count(): void
    {
        $this->holder();
        $this->signIn();
        mt_srand(5);
        for ($run = 0; $run < 12; $run++) {
            $seen = [(string) $this->letIn(['scope' => 'openid offline_access'])['refresh_token']];
            $isEnded = false;
            for ($step = 0; $step < 12; $step++) {
                $shown = $seen[mt_rand(0, 2) === 0 ? array_rand($seen) : count($seen) - 1];
                $answer = $this->token(['grant_type' => 'refresh_token', 'refresh_token' => $shown]);
                $seen = $answer->isOk() ? array_values(array_unique([...$seen, (string) $answer->json('refresh_token')])) : $seen;
                $this->clock->move('+'.mt_rand(0, 30).' seconds');
                $counting = array_filter($seen, fn (string $one): bool => $this->isActive($one));
                $isEnded = $isEnded || ! $answer->isOk();
                self::assertCount($isEnded ? 0 : 1, $counting);
            }
        }
    }
}
