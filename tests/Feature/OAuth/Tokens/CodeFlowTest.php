<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\OAuth\Tokens;

use Illuminate\Support\Facades\DB;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Trail\Evidence\Watch;
use PHPUnit\Framework\Attributes\DataProvider;

/** Letting an app in by a code (OAuth 2.1 §4.1, OpenID Connect Core 1.0 §3.1). */
final class CodeFlowTest extends TokenTestCase
{
    public function test_an_app_is_let_in_and_hears_who_it_is(): void
    {
        $holder = $this->holder(role: 'reviewer');
        $this->signIn()->assertCreated();
        $back = self::back($this->knock('POST', '/authorizations/next', ['token' => $this->sent()])->assertOk());
        self::assertSame([self::BACK, 'a state', 'http://localhost'], [$back[''], $back['state'], $back['iss']]);
        $answer = $this->token($this->exchange($back['code']))->assertOk()->assertHeader('Cache-Control', 'no-store, private');
        self::assertSame(['access_token', 'token_type', 'expires_in', 'scope', 'refresh_token', 'id_token'], array_keys((array) $answer->json()));
        self::assertSame(['Bearer', 600, 'openid profile email roles'], [$answer->json('token_type'), $answer->json('expires_in'), $answer->json('scope')]);
        $id = self::claims((string) $answer->json('id_token'));
        self::assertSame(
            ['http://localhost', $holder->id, 'gaugebook', 'a nonce', ['pwd'], 'aal1', $this->clock->now()->getTimestamp() + 600],
            [$id['iss'], $id['sub'], $id['aud'], $id['nonce'], $id['amr'], $id['acr'], $id['exp']],
        );
        self::assertContains('reviewer', $id['roles']);
        self::assertContains('readings:approve', $id['permissions']);
        $access = self::claims((string) $answer->json('access_token'));
        // RFC 9068 §2.2
        self::assertSame([], array_diff(['iss', 'exp', 'aud', 'sub', 'client_id', 'iat', 'jti'], array_keys($access)));
        self::assertSame(['https://gaugebook.alderwend.example/api', 'http://localhost'], $access['aud']);
        $person = $this->send('/oauth/userinfo', headers: ['Authorization' => "Bearer {$answer->json('access_token')}"], method: 'GET')->assertOk();
        self::assertSame($holder->id, $person->json('sub'));
        self::assertArrayNotHasKey('email', (array) $person->json(), 'nothing says that the app is handed it');
    }

    public function test_an_app_hears_what_the_rule_book_hands_it(): void
    {
        $grant = ['key' => 'app:gaugebook', 'permission' => '', 'consent' => false, 'purpose' => 'To greet you'];
        config(['rules.disclosure' => ['fields' => [['key' => 'name', 'grants' => [$grant]], ['key' => 'address', 'grants' => [$grant]], ['key' => 'verified', 'grants' => [$grant]]], 'directories' => []]]);
        $this->holder();
        $this->signIn();
        $hears = fn (string $scope): array => (array) $this->send('/oauth/userinfo', headers: ['Authorization' => "Bearer {$this->letIn(['scope' => $scope])['access_token']}"])->assertOk()->json();
        self::assertSame(['name' => 'Tam Pellow', 'email' => 'tam@post.example', 'email_verified' => true], array_diff_key($hears('openid profile email'), ['sub' => 0]));
        self::assertSame(['sub'], array_keys($hears('openid')));
    }

    public function test_whoever_is_not_signed_in_signs_in_first(): void
    {
        $this->holder();
        $token = $this->sent(['login_hint' => 'tam@post.example']);
        $this->knock('POST', '/authorizations/next', ['token' => $token])->assertOk()->assertExactJson(['step' => 'sign_in', 'login_hint' => 'tam@post.example']);
        $this->signIn();
        $this->knock('POST', '/authorizations/next', ['token' => $token])->assertOk()->assertJsonPath('step', 'grant');
        $this->knock('POST', '/authorizations/next', ['token' => $token])->assertUnprocessable()->assertJsonPath('code', 'authorization.over');
    }

    public function test_what_was_asked_for_anew_is_proven_anew(): void
    {
        $this->holder();
        $this->signIn();
        $this->clock->move('+5 minutes');
        $next = fn (string $token): string => (string) $this->knock('POST', '/authorizations/next', ['token' => $token])->assertOk()->json('step');
        self::assertSame('grant', $next($this->sent(['max_age' => '300'])));
        self::assertSame('sign_in', $next($old = $this->sent(['max_age' => '299'])));
        self::assertSame('sign_in', $next($again = $this->sent(['prompt' => 'login'])));
        self::assertSame('sign_up', $next($this->sent(['prompt' => 'create'])));
        self::assertSame('sign_in', $next($surer = $this->sent(['acr_values' => 'other aal2'])));
        self::assertSame('grant', $next($this->sent(['acr_values' => 'aal1'])));
        $this->clock->move('+1 second');
        $this->signIn();
        self::assertSame(['grant', 'grant', 'grant'], [$next($old), $next($again), $next($surer)]);
        $silent = self::back($this->knock('POST', '/authorizations/next', ['token' => $this->sent(['prompt' => 'none', 'max_age' => '0'])])->assertOk());
        self::assertSame('a state', $silent['state']);
        self::assertArrayHasKey('code', $silent, 'it is the same second');
    }

    public function test_what_is_shown_to_nobody_is_refused_where_something_would_have_to_be(): void
    {
        $none = fn (): array => self::back($this->knock('POST', '/authorizations/next', ['token' => $this->sent(['prompt' => 'none'])])->assertOk()->assertJsonPath('step', 'refused'));
        self::assertSame(['login_required', 'a state', 'http://localhost'], [$none()['error'], $none()['state'], $none()['iss']]);
        $this->holder('new@post.example', 'Nia Roe', proven: false);
        $this->knock('POST', '/sessions', ['email' => 'new@post.example', 'password' => self::PASSWORD, 'keep' => false]);
        self::assertContains($none()['error'], ['interaction_required', 'login_required']);
    }

    public function test_consent_is_asked_for_once_and_for_more(): void
    {
        $holder = $this->holder();
        $this->signIn();
        $sent = fn (string $scope): string => $this->sent(['scope' => $scope, 'redirect_uri' => 'https://floodline.alderwend.example/'], 'floodline');
        $this->knock('POST', '/authorizations/next', ['token' => $token = $sent('openid email')])->assertOk()
            ->assertJsonPath('step', 'consent')->assertJsonPath('asks.app', 'Floodline')->assertJsonPath('asks.scope.1', ['scope' => 'email', 'about' => null]);
        $this->inBrowserOf('another')->holder('else@post.example', 'Somebody Else');
        $this->signIn('else@post.example');
        // Who is signed in by now is not who read it.
        $this->knock('POST', '/authorizations/agree', ['token' => $token, 'account' => $holder->id])->assertOk()->assertJsonPath('step', 'consent')->assertJsonPath('asks.account.email', 'else@post.example');
        $this->inBrowserOf('the first')->knock('POST', '/authorizations/agree', ['token' => $token, 'account' => $holder->id])->assertOk()->assertJsonPath('step', 'grant');
        $this->knock('POST', '/authorizations/next', ['token' => $sent('openid')])->assertOk()->assertJsonPath('step', 'grant');
        $this->knock('POST', '/authorizations/next', ['token' => $more = $sent('openid phone')])->assertOk()->assertJsonPath('step', 'consent');
        $refused = self::back($this->knock('POST', '/authorizations/refuse', ['token' => $more])->assertOk());
        self::assertSame(['access_denied', 'a state'], [$refused['error'], $refused['state']]);
        $this->knock('GET', '/account/apps')->assertOk()->assertJsonPath('items.0.app', 'floodline')->assertJsonPath('items.0.live', 2);
        $this->knock('DELETE', '/account/apps/floodline')->assertNoContent();
        $this->knock('DELETE', '/account/apps/floodline')->assertNotFound();
        $this->knock('POST', '/authorizations/next', ['token' => $sent('openid')])->assertOk()->assertJsonPath('step', 'consent');
        self::assertSame(1, DB::table('audit_events')->where('event', 'app.access_withdrawn')->where('account_id', $holder->id)->count());
    }

    public function test_a_code_counts_once_for_a_minute_and_for_whoever_asked(): void
    {
        $this->holder();
        $this->signIn();
        $code = $this->code();
        foreach ([['redirect_uri' => 'http://127.0.0.1/back'], ['code_verifier' => str_repeat('x', 43)], ['code_verifier' => 'short'], ['code' => str_repeat('A', 43)], ['code' => 'no code']] as $wrong) {
            $this->token([...$this->exchange($code), ...$wrong])->assertStatus(400)->assertJsonPath('error', 'invalid_grant');
        }
        $this->token($this->exchange($code), 'kitloft')->assertStatus(400)->assertJsonPath('error', 'invalid_grant');
        $first = $this->token($this->exchange($code))->assertOk();
        self::assertTrue($this->isActive((string) $first->json('access_token')));
        $this->token($this->exchange($code))->assertStatus(400)->assertJsonPath('error', 'invalid_grant');
        // RFC 6749 §4.1.2: what came of a code that is shown twice counts no more.
        self::assertFalse($this->isActive((string) $first->json('access_token')));
        $this->token(['grant_type' => 'refresh_token', 'refresh_token' => (string) $first->json('refresh_token')])->assertStatus(400);
        $late = $this->code();
        $this->clock->move('+61 seconds');
        $this->token($this->exchange($late))->assertStatus(400)->assertJsonPath('error', 'invalid_grant');
        self::assertSame(1, DB::table('audit_events')->where('event', 'authorization.replayed')->count());
    }

    /** @return iterable<string, array{array<string, string|list<string>|null>, string}> */
    public static function mistakes(): iterable
    {
        yield 'another response type' => [['response_type' => 'token'], 'unsupported_response_type'];
        yield 'without PKCE' => [['code_challenge' => null], 'invalid_request'];
        yield 'PKCE that shows the verifier' => [['code_challenge_method' => 'plain'], 'invalid_request'];
        yield 'PKCE without a method' => [['code_challenge_method' => null], 'invalid_request'];
        yield 'a scope that is not registered' => [['scope' => 'openid everything'], 'invalid_scope'];
        yield 'a scope that is none' => [['scope' => "openid\ttab"], 'invalid_scope'];
        yield 'a resource that is not registered' => [['resource' => 'https://elsewhere.example/'], 'invalid_target'];
        yield 'an answer in the fragment' => [['response_mode' => 'fragment'], 'invalid_request'];
        yield 'a request object' => [['request' => 'e30.e30.'], 'request_not_supported'];
        yield 'nothing and something' => [['prompt' => 'none login'], 'invalid_request'];
        yield 'no number of seconds' => [['max_age' => '-1'], 'invalid_request'];
        yield 'a state without end' => [['state' => str_repeat('x', 2_001)], 'invalid_request'];
    }

    /** @param  array<string, string|list<string>|null>  $wrong */
    #[DataProvider('mistakes')]
    public function test_a_mistake_is_told_to_the_app(array $wrong, string $error): void
    {
        $address = (string) $this->send('/oauth/authorize', self::request($wrong), method: 'GET')->assertStatus(303)->headers->get('Location');
        self::assertStringStartsWith(self::BACK.'?', $address);
        parse_str((string) parse_url($address, PHP_URL_QUERY), $query);
        self::assertSame([$error, 'http://localhost'], [$query['error'], $query['iss']]);
    }

    public function test_nobody_is_sent_to_an_address_that_is_not_registered(): void
    {
        foreach (['https://evil.example/', self::BACK.'/', self::BACK.'?x=1', strtoupper(self::BACK), 'http://127.0.0.1:99999/back', 'http://127.0.0.1:8080/other', 'http://localhost/back', 'javascript:alert(1)', self::BACK."\n", null] as $uri) {
            $address = (string) $this->send('/oauth/authorize', self::request(['redirect_uri' => $uri]), method: 'GET')->assertStatus(303)->headers->get('Location');
            self::assertStringStartsWith('/a/gaugebook/not-let-in#error=', $address, (string) $uri);
        }
        self::assertStringStartsWith('/a/app/not-let-in#error=invalid_client', (string) $this->send('/oauth/authorize', self::request(['client_id' => 'nobody']), method: 'GET')->headers->get('Location'));
        self::assertStringStartsWith('/a/app/not-let-in#error=invalid_request', (string) $this->send('/oauth/authorize', self::request(['state' => ['one', 'two']]), method: 'GET')->headers->get('Location'));
        // RFC 8252 §7.3: a loopback address may have any port.
        self::assertNotSame('', $this->sent(['redirect_uri' => 'http://127.0.0.1:51234/back']));
    }

    public function test_too_many_from_one_place_are_told_so_on_a_page_and_use_nothing_up(): void
    {
        $this->holder();
        $this->signIn();
        $uri = $this->send('/oauth/par', self::request(), ['Authorization' => 'Basic '.base64_encode("gaugebook:{$this->secret}")])->assertCreated()->json('request_uri');
        config(['rules.throttles.links' => ['times' => 1, 'within' => 'PT1M']]);
        $this->sent();
        $pushed = ['client_id' => 'gaugebook', 'request_uri' => $uri];
        self::assertStringStartsWith('/a/gaugebook/not-let-in#error=temporarily_unavailable', (string) $this->send('/oauth/authorize', $pushed, method: 'GET')->assertStatus(303)->headers->get('Location'));
        config(['rules.throttles.links' => ['times' => 0, 'within' => 'PT1M']]);
        self::assertStringStartsWith('/a/gaugebook/authorize#t=', (string) $this->send('/oauth/authorize', $pushed, method: 'GET')->assertStatus(303)->headers->get('Location'));
    }

    /** OpenID Connect Core 1.0 §3.1.2.1 */
    public function test_the_pages_speak_the_language_that_the_app_wishes_for(): void
    {
        $address = (string) $this->send('/oauth/authorize', self::request(['ui_locales' => 'fr-CA de-AT en']), method: 'GET')->assertStatus(303)->headers->get('Location');
        self::assertStringStartsWith('/a/gaugebook/authorize?lang=de#t=', $address);
        self::assertStringStartsWith('/a/gaugebook/authorize#t=', (string) $this->send('/oauth/authorize', self::request(['ui_locales' => 'fr xx']), method: 'GET')->headers->get('Location'));
        $language = fn (string $query): string => preg_match('/<html lang="([a-z]+)"/', (string) $this->get("/a/gaugebook/sign-in{$query}", ['Accept-Language' => 'en'])->assertOk()->getContent(), $found) === 1 ? $found[1] : '';
        self::assertSame(['de', 'en', 'en'], [$language('?lang=de'), $language(''), $language('?lang[]=de')]);
    }

    /** RFC 8252 §8.6 */
    public function test_an_address_that_anybody_may_listen_at_is_answered_while_somebody_is_there(): void
    {
        $holder = $this->holder();
        $this->signIn();
        $this->clock->move('+1 second');
        $here = ['redirect_uri' => 'http://127.0.0.1:51234/back'];
        // The code of an app that shows who it is would be of no use to another.
        $this->knock('POST', '/authorizations/next', ['token' => $this->sent($here)])->assertOk()->assertJsonPath('step', 'grant');
        $this->register(['gaugebook' => ['kind' => 'mobile', 'token_endpoint_auth_method' => 'none', 'grant_types' => ['authorization_code', 'refresh_token']]]);
        $this->knock('POST', '/authorizations/next', ['token' => $token = $this->sent($here)])->assertOk()->assertJsonPath('step', 'consent');
        $this->knock('POST', '/authorizations/agree', ['token' => $token, 'account' => $holder->id])->assertOk()->assertJsonPath('step', 'grant');
        $this->clock->move('+1 second');
        $this->knock('POST', '/authorizations/next', ['token' => $this->sent($here)])->assertOk()->assertJsonPath('step', 'consent');
        self::assertSame('interaction_required', self::back($this->knock('POST', '/authorizations/next', ['token' => $this->sent([...$here, 'prompt' => 'none'])])->assertOk())['error']);
        $waiting = $this->sent($here);
        $this->signIn();
        $this->knock('POST', '/authorizations/next', ['token' => $waiting])->assertOk()->assertJsonPath('step', 'grant');
    }

    public function test_a_scope_that_is_a_permission_goes_to_who_has_it(): void
    {
        $holder = $this->holder();
        $this->signIn();
        $ask = ['scope' => 'openid readings readings:approve'];
        self::assertSame('openid readings', $this->letIn($ask)['scope']);
        $this->app->make(Assignments::class)->assign($holder->id, 'reviewer', 'the test', 'needed');
        self::assertSame('openid readings readings:approve', $this->letIn($ask)['scope']);
    }

    public function test_a_request_that_was_pushed_counts_once(): void
    {
        $this->holder();
        $this->signIn();
        $header = ['Authorization' => 'Basic '.base64_encode("gaugebook:{$this->secret}")];
        $pushed = $this->send('/oauth/par', self::request(), $header)->assertCreated();
        self::assertSame(90, $pushed->json('expires_in'));
        $go = fn (): string => (string) $this->send('/oauth/authorize', ['client_id' => 'gaugebook', 'request_uri' => (string) $pushed->json('request_uri')], method: 'GET')->assertStatus(303)->headers->get('Location');
        self::assertStringStartsWith('/a/gaugebook/authorize#t=', $go());
        self::assertStringStartsWith('/a/gaugebook/not-let-in#error=invalid_request_uri', $go());
        $this->send('/oauth/par', self::request(['redirect_uri' => 'https://evil.example/']), $header)->assertStatus(400)->assertJsonPath('error', 'invalid_request');
        $this->send('/oauth/par', self::request(), ['Authorization' => 'Basic '.base64_encode('gaugebook:'.str_repeat('A', 43))])->assertUnauthorized()->assertJsonPath('error', 'invalid_client');
    }

    /** The address a browser is sent on to carries what is worth something to whoever reads it. */
    public function test_the_evidence_says_where_to_and_not_what_goes_along(): void
    {
        $this->app->make(Watch::class)->begin();
        $this->sent();
        $this->send('/oauth/authorize', self::request(['scope' => 'everything']), method: 'GET');
        $this->send('/oauth/logout', ['client_id' => 'gaugebook', 'id_token_hint' => 'a.token.here'], method: 'GET');
        self::assertSame(['/a/gaugebook/authorize', self::BACK, '/a/gaugebook/leave'], DB::table('evidence')->where('lane', 'wire')->orderBy('seq')->pluck('content')->map(static fn (string $json): string => json_decode($json, true)['response']['headers']['location'])->all());
        self::assertStringNotContainsString('a.token.here', implode(DB::table('evidence')->pluck('content')->all()));
    }
}
