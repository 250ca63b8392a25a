<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\OAuth\Tokens;

use Illuminate\Support\Facades\DB;
use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;
use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\OAuth\Tokens\CodeChallenge;

/** Each threat of RFC 9700 §4 (numbers of its sections from memory), and what of ours stands against it. */
final class Rfc9700Test extends TokenTestCase
{
    private function in(): void
    {
        $this->holder(role: 'reviewer');
        $this->signIn()->assertCreated();
    }

    /** @param  array<string, string|list<string>|null>  $more */
    private function goes(array $more): string
    {
        return (string) $this->send('/oauth/authorize', self::request($more), method: 'GET')->assertStatus(303)->headers->get('Location');
    }

    /** More of it: RedirectUriTest, under 5 000 mutations. */
    public function test_4_1_redirection_uris_are_not_patterns(): void
    {
        foreach (['https://gaugebook.alderwend.example.evil.example/signed-in', 'https://evil.example/?https://gaugebook.alderwend.example/signed-in', 'https://gaugebook.alderwend.example/signed-in/../other', 'https://gaugebook.alderwend.example/signed-in#x', 'https://gaugebook.alderwend.example@evil.example/signed-in'] as $uri) {
            self::assertStringStartsWith('/a/gaugebook/not-let-in#', $this->goes(['redirect_uri' => $uri]), $uri);
        }
    }

    public function test_4_2_no_address_goes_on_in_a_referrer(): void
    {
        self::assertSame('no-referrer', $this->send('/oauth/authorize', self::request(), method: 'GET')->headers->get('Referrer-Policy'));
        self::assertSame('no-referrer', $this->call('GET', '/a/gaugebook/authorize')->headers->get('Referrer-Policy'));
    }

    public function test_4_3_no_token_stands_in_an_address(): void
    {
        $this->in();
        $token = (string) $this->letIn()['access_token'];
        $this->send('/oauth/userinfo', ['access_token' => $token], method: 'GET')->assertUnauthorized();
        self::assertStringContainsString('error=unsupported_response_type', $this->goes(['response_type' => 'token']));
        // What the account page needs goes in the fragment, which is sent to nobody.
        self::assertStringContainsString('#t=', $this->goes([]));
    }

    public function test_4_4_answers_say_who_answers(): void
    {
        $this->in();
        $back = self::back($this->knock('POST', '/authorizations/next', ['token' => $this->sent()])->assertOk());
        self::assertSame('http://localhost', $back['iss']);
        self::assertStringContainsString('iss=http%3A%2F%2Flocalhost', $this->goes(['scope' => 'everything']));
        self::assertTrue($this->call('GET', '/.well-known/openid-configuration')->json('authorization_response_iss_parameter_supported'));
    }

    public function test_4_5_a_code_that_was_copied_is_of_no_use(): void
    {
        $this->in();
        $code = $this->code();
        // Whoever injects it into their own sign-in has another verifier.
        $this->token([...$this->exchange($code), 'code_verifier' => str_repeat('y', 50)])->assertStatus(400)->assertJsonPath('error', 'invalid_grant');
        $this->token($this->exchange($code), 'kitloft')->assertStatus(400)->assertJsonPath('error', 'invalid_grant');
        $this->token($this->exchange($code))->assertOk();
    }

    public function test_4_6_no_token_comes_by_the_browser_that_could_be_another_one(): void
    {
        self::assertSame(['code'], $this->call('GET', '/.well-known/openid-configuration')->json('response_types_supported'));
        $this->in();
        $claims = self::claims((string) $this->letIn()['id_token']);
        self::assertSame(['gaugebook', 'a nonce'], [$claims['aud'], $claims['nonce']]);
    }

    public function test_4_7_an_answer_belongs_to_who_asked(): void
    {
        $this->in();
        $back = self::back($this->knock('POST', '/authorizations/next', ['token' => $this->sent(['state' => 'of this browser'])])->assertOk());
        self::assertSame('of this browser', $back['state']);
        // Another site’s page cannot let an app in by a browser that is signed in here.
        $this->knock('POST', '/authorizations/agree', ['token' => $this->sent(), 'account' => ''], ['Origin' => 'https://evil.example'])->assertForbidden();
        $this->knock('POST', '/authorizations/next', ['token' => $this->sent()], ['Sec-Fetch-Site' => 'cross-site'])->assertForbidden();
    }

    public function test_4_8_pkce_is_not_left_out(): void
    {
        foreach ([['code_challenge' => null, 'code_challenge_method' => null], ['code_challenge_method' => 'plain'], ['code_challenge_method' => null]] as $without) {
            self::assertStringContainsString('error=invalid_request', $this->goes($without));
        }
        $this->in();
        $code = $this->code();
        $form = $this->exchange($code);
        unset($form['code_verifier']);
        $this->token($form)->assertStatus(400)->assertJsonPath('error', 'invalid_grant');
        $this->token([...$this->exchange($code), 'code_verifier' => CodeChallenge::of(self::VERIFIER)->text])->assertStatus(400);
    }

    public function test_4_9_a_token_says_whom_it_is_for(): void
    {
        $this->in();
        $token = (string) $this->token([...$this->exchange($this->code(['scope' => 'readings', 'resource' => 'https://archive.alderwend.example/'])), 'resource' => 'https://archive.alderwend.example/'])->assertOk()->json('access_token');
        self::assertSame('https://archive.alderwend.example/', self::claims($token)['aud']);
        $this->send('/oauth/userinfo', headers: ['Authorization' => "Bearer {$token}"])->assertForbidden();
    }

    public function test_4_10_a_token_that_was_stolen_counts_for_minutes_and_can_be_ended(): void
    {
        $this->in();
        $token = (string) $this->letIn()['access_token'];
        self::assertLessThanOrEqual(600, self::claims($token)['exp'] - self::claims($token)['iat']);
        $this->knock('DELETE', '/account/apps/gaugebook')->assertNoContent();
        self::assertFalse($this->isActive($token));
    }

    public function test_4_11_we_are_no_open_redirector(): void
    {
        self::assertStringStartsWith('/a/', $this->goes(['redirect_uri' => 'https://evil.example/', 'prompt' => 'none']));
        self::assertStringStartsWith('/a/', (string) $this->send('/oauth/logout', ['client_id' => 'gaugebook', 'post_logout_redirect_uri' => 'https://evil.example/'], method: 'GET')->headers->get('Location'));
        // Nobody who is not signed in is sent to the app by a mistake alone, without ever having been here.
        $this->knock('POST', '/session/leave', ['client_id' => 'gaugebook', 'post_logout_redirect_uri' => 'https://evil.example/', 'confirmed' => true])->assertOk()->assertJsonPath('address', null);
    }

    public function test_4_12_what_was_posted_is_not_posted_on(): void
    {
        self::assertSame(303, $this->send('/oauth/authorize', self::request())->getStatusCode());
        self::assertSame(303, $this->send('/oauth/logout')->getStatusCode());
    }

    public function test_4_13_headers_that_anybody_may_send_are_not_believed(): void
    {
        $this->send('/oauth/device', ['client_id' => 'kitloft'], ['X-Forwarded-For' => '192.0.2.1', 'X-Forwarded-Host' => 'evil.example'])->assertOk()->assertJsonPath('verification_uri', 'http://localhost/a/kitloft/device');
        self::assertSame('203.0.113.9', DB::table('device_requests')->value('source'));
    }

    /** More of it: TokensTest, in whatever order tokens are shown. */
    public function test_4_14_a_refresh_token_that_is_shown_twice_ends_its_family(): void
    {
        $this->in();
        $first = (string) $this->letIn()['refresh_token'];
        $renew = fn (string $token) => $this->token(['grant_type' => 'refresh_token', 'refresh_token' => $token]);
        $second = (string) $renew($first)->assertOk()->json('refresh_token');
        $this->clock->move('+1 minute');
        $renew($first)->assertStatus(400);
        $renew($second)->assertStatus(400);
        $this->token(['grant_type' => 'refresh_token', 'refresh_token' => (string) $this->letIn()['refresh_token']], 'kitloft')->assertStatus(400)->assertJsonPath('error', 'invalid_grant');
    }

    public function test_4_15_an_app_by_itself_is_nobody(): void
    {
        $token = (string) $this->token(['grant_type' => 'client_credentials'])->assertOk()->json('access_token');
        self::assertSame('gaugebook', self::claims($token)['sub']);
        $this->expectException(InvalidRuleBook::class);
        $this->expectExceptionMessage('must not look like the id of an account');
        Client::read(new Document([...Client::EXAMPLE, 'key' => '019a0f00-0000-7000-8000-000000000001', 'redirect_uris' => ['https://app.example/']]));
    }

    public function test_4_16_nobody_frames_the_page_that_asks(): void
    {
        self::assertStringContainsString("frame-ancestors 'self'", (string) $this->call('GET', '/a/gaugebook/authorize')->headers->get('Content-Security-Policy'));
        self::assertStringContainsString("frame-ancestors 'none'", (string) $this->send('/oauth/authorize', self::request(), method: 'GET')->headers->get('Content-Security-Policy'));
    }

    public function test_4_17_nothing_is_told_from_window_to_window(): void
    {
        self::assertSame(['query'], $this->call('GET', '/.well-known/openid-configuration')->json('response_modes_supported'));
        self::assertSame('same-origin', $this->call('GET', '/a/gaugebook/authorize')->headers->get('Cross-Origin-Opener-Policy'));
    }
}
