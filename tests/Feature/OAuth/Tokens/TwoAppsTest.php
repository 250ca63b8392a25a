<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\OAuth\Tokens;

use Illuminate\Support\Facades\DB;

/** Two apps that each keep a secret: neither of them is the other, nor hears of what is the other's. */
final class TwoAppsTest extends TokenTestCase
{
    public function test_an_app_does_not_authenticate_as_another_one_by_its_own_secret(): void
    {
        $this->assertIs(200, 'gaugebook', $this->secret);
        $this->assertIs(401, 'gaugebook', $this->otherSecret);
        $this->assertIs(401, 'stagewire', $this->secret);
        $form = ['grant_type' => 'client_credentials', 'client_id' => 'gaugebook'];
        $this->send('/oauth/token', [...$form, 'client_secret' => $this->secret])->assertOk();
        $this->send('/oauth/token', [...$form, 'client_secret' => $this->otherSecret])->assertUnauthorized()->assertJsonPath('error', 'invalid_client');
    }

    public function test_an_app_hears_of_its_own_access_tokens_and_of_those_for_its_resources(): void
    {
        $this->holder();
        $this->signIn();
        $own = (string) $this->letIn()['access_token'];
        self::assertSame([true, false], $this->heard($own));
        $shared = (string) $this->letIn(['resource' => ['https://archive.alderwend.example/']])['access_token'];
        self::assertSame([true, true], $this->heard($shared), 'it is for the resource of both');
    }

    public function test_an_app_hears_of_its_own_refresh_tokens_alone(): void
    {
        $this->holder();
        $this->signIn();
        $token = (string) $this->letIn(['scope' => 'openid offline_access', 'resource' => ['https://archive.alderwend.example/']])['refresh_token'];
        self::assertSame([true, false], $this->heard($token));
    }

    public function test_an_app_revokes_its_own_opaque_tokens_alone(): void
    {
        $this->register(['gaugebook' => ['access_token' => 'opaque']]);
        $this->holder();
        $this->signIn();
        $token = (string) $this->letIn()['access_token'];
        $this->send('/oauth/revoke', ['token' => $token], self::basic('stagewire', $this->otherSecret))->assertOk();
        self::assertTrue($this->isActive($token));
        $this->send('/oauth/revoke', ['token' => $token], self::basic('gaugebook', $this->secret))->assertOk();
        self::assertFalse($this->isActive($token));
    }

    public function test_a_token_is_revoked_by_what_is_signed_and_by_no_forgery(): void
    {
        $this->holder();
        $this->signIn();
        $token = (string) $this->letIn()['access_token'];
        [$header, $claims, $signature] = explode('.', $token);
        $unsigned = rtrim(strtr(base64_encode('{"alg":"none","typ":"at+jwt"}'), '+/', '-_'), '=');
        $of = static fn (string $bytes): string => strtr(substr($bytes, 0, -1), 'A', 'B').(str_ends_with($bytes, 'A') ? 'B' : 'A');
        foreach (["{$unsigned}.{$claims}.", "{$header}.{$claims}.{$of($signature)}", $this->signedByAnother($token)] as $forged) {
            $this->send('/oauth/revoke', ['token' => $forged], self::basic('gaugebook', $this->secret))->assertOk();
        }
        self::assertTrue($this->isActive($token));
        self::assertSame(0, self::rows('revoked_tokens'));
    }

    public function test_secrets_of_apps_are_guessed_under_a_limit(): void
    {
        $this->limit();
        $guess = fn (): int => $this->token(['grant_type' => 'client_credentials'], 'gaugebook', str_repeat('A', 43))->getStatusCode();
        self::assertSame([401, 401, 401, 429], [$guess(), $guess(), $guess(), $guess()]);
        $this->token(['grant_type' => 'client_credentials'])->assertOk();
    }

    public function test_codes_for_devices_are_asked_for_under_a_limit(): void
    {
        $this->limit();
        $ask = fn (): int => $this->send('/oauth/device', ['client_id' => 'kitloft'])->getStatusCode();
        self::assertSame([200, 200, 200, 429], [$ask(), $ask(), $ask(), $ask()]);
        self::assertSame(3, self::rows('device_requests'));
    }

    public function test_what_is_pushed_is_kept_without_what_shows_who_the_app_is(): void
    {
        $this->send('/oauth/par', [...self::request(), 'client_secret' => $this->secret, 'something' => 'else'])->assertCreated();
        $kept = json_encode(DB::table('authorization_requests')->get(), JSON_THROW_ON_ERROR);
        self::assertStringNotContainsString($this->secret, $kept);
        foreach (['client_secret', 'something'] as $word) {
            self::assertStringNotContainsString($word, $kept);
        }
        self::assertStringContainsString('a nonce', $kept, 'the rest is');
    }

    public function test_one_app_that_is_withdrawn_leaves_the_others(): void
    {
        $this->holder();
        $this->signIn();
        $gaugebook = (string) $this->letIn(['scope' => 'openid offline_access'])['refresh_token'];
        $code = self::back($this->knock('POST', '/authorizations/next', ['token' => $this->sent(['redirect_uri' => 'https://stagewire.alderwend.example/back', 'client_id' => 'stagewire', 'scope' => 'openid offline_access'], 'stagewire')])->assertOk())['code'];
        $stagewire = (string) $this->token([...$this->exchange($code), 'redirect_uri' => 'https://stagewire.alderwend.example/back'], 'stagewire', $this->otherSecret)->assertOk()->json('refresh_token');
        $this->knock('DELETE', '/account/apps/stagewire')->assertNoContent();
        $refresh = static fn (string $token): array => ['grant_type' => 'refresh_token', 'refresh_token' => $token];
        $this->token($refresh($stagewire), 'stagewire', $this->otherSecret)->assertStatus(400);
        $this->token($refresh($gaugebook))->assertOk();
    }

    public function test_a_permission_in_the_scope_that_is_taken_makes_the_token_inactive(): void
    {
        $this->register(['gaugebook' => ['consent' => 'first_party']]);
        $vic = $this->holder('vic@post.example', 'Vic', role: 'reviewer');
        $this->signIn('vic@post.example');
        foreach (['jwt', 'opaque'] as $format) {
            $this->register(['gaugebook' => ['access_token' => $format]]);
            $token = $this->letIn(['scope' => 'openid readings readings:approve']);
            self::assertSame('openid readings readings:approve', $token['scope']);
            self::assertTrue($this->isActive((string) $token['access_token']));
            $role = (array) DB::table('assignments')->where('account_id', $vic->id)->first();
            DB::table('assignments')->where('account_id', $vic->id)->delete();
            self::assertFalse($this->isActive((string) $token['access_token']), $format);
            DB::table('assignments')->insert($role);
            self::assertTrue($this->isActive((string) $token['access_token']), 'it says no more than holds again');
        }
    }

    public function test_an_app_by_itself_is_granted_no_permission_of_a_user(): void
    {
        $answer = $this->token(['grant_type' => 'client_credentials'])->assertOk();
        self::assertSame('readings', $answer->json('scope'));
        self::assertSame('readings', self::claims((string) $answer->json('access_token'))['scope']);
        self::assertSame('readings', $this->token(['grant_type' => 'client_credentials', 'scope' => 'readings readings:approve'])->assertOk()->json('scope'));
    }

    private function limit(): void
    {
        config(['rules.throttles.links' => ['times' => 3, 'within' => 'PT1H']]);
    }

    private function assertIs(int $status, string $app, string $secret): void
    {
        $this->token(['grant_type' => 'client_credentials'], $app, $secret)->assertStatus($status);
    }

    /** @return array{bool, bool} what Gaugebook hears of a token, and what Stagewire does */
    private function heard(string $token): array
    {
        $ask = fn (string $app, string $secret): bool => $this->send('/oauth/introspect', ['token' => $token], self::basic($app, $secret))->assertOk()->json('active');

        return [$ask('gaugebook', $this->secret), $ask('stagewire', $this->otherSecret)];
    }

    /** The same claims, signed by a key that is not ours. */
    private function signedByAnother(string $token): string
    {
        [$header, $claims] = explode('.', $token);
        $pair = sodium_crypto_sign_keypair();

        return "{$header}.{$claims}.".rtrim(strtr(base64_encode(sodium_crypto_sign_detached("{$header}.{$claims}", sodium_crypto_sign_secretkey($pair))), '+/', '-_'), '=');
    }
}
