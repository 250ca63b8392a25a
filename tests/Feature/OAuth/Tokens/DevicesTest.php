<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\OAuth\Tokens;

use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;

/** Devices without a keyboard (RFC 8628). */
final class DevicesTest extends TokenTestCase
{
    private const GRANT = 'urn:ietf:params:oauth:grant-type:device_code';

    private function begin(): TestResponse
    {
        return $this->send('/oauth/device', ['client_id' => 'kitloft', 'scope' => 'openid roles'])->assertOk();
    }

    private function poll(string $code): TestResponse
    {
        return $this->token(['grant_type' => self::GRANT, 'device_code' => $code], 'kitloft');
    }

    public function test_a_device_whose_person_was_suspended_after_saying_yes_is_handed_nothing(): void
    {
        foreach (['suspended', 'withdrawn'] as $what) {
            $device = $this->begin();
            $holder = $this->holder("{$what}@post.example", 'Tam');
            $this->signIn("{$what}@post.example");
            $this->knock('POST', '/devices/answer', ['code' => (string) $device->json('user_code'), 'let_in' => true])->assertNoContent();
            $what === 'suspended' ? DB::table('accounts')->where('id', $holder->id)->update(['status' => 'suspended']) : $this->knock('DELETE', '/account/apps/kitloft')->assertNoContent();
            $this->poll((string) $device->json('device_code'))->assertStatus(400)->assertJsonPath('error', 'invalid_grant');
        }
    }

    public function test_a_device_waits_until_somebody_typed_its_code(): void
    {
        $device = $this->begin();
        self::assertMatchesRegularExpression('/^[BCDFGHJKLMNPQRSTVWXZ]{4}-[BCDFGHJKLMNPQRSTVWXZ]{4}$/D', (string) $device->json('user_code'));
        self::assertSame(['http://localhost/a/kitloft/device', 600, 5], [$device->json('verification_uri'), $device->json('expires_in'), $device->json('interval')]);
        $code = (string) $device->json('device_code');
        // RFC 8628 §3.5
        $this->poll($code)->assertStatus(400)->assertJsonPath('error', 'authorization_pending');
        $this->poll($code)->assertStatus(400)->assertJsonPath('error', 'slow_down');
        $this->clock->move('+5 seconds');
        $this->poll($code)->assertJsonPath('error', 'slow_down');
        $this->clock->move('+15 seconds');
        $this->poll($code)->assertJsonPath('error', 'authorization_pending');
        $holder = $this->holder();
        $this->signIn();
        $typed = strtolower(str_replace('-', ' ', (string) $device->json('user_code')));
        $this->knock('POST', '/devices/inspect', ['code' => $typed])->assertOk()->assertJsonPath('app', 'Kitloft')->assertJsonPath('source', '203.0.113.9');
        $this->knock('POST', '/devices/answer', ['code' => $typed, 'let_in' => true])->assertNoContent();
        $this->knock('POST', '/devices/answer', ['code' => $typed, 'let_in' => true])->assertUnprocessable();
        $tokens = $this->poll($code)->assertOk();
        self::assertSame($holder->id, self::claims((string) $tokens->json('id_token'))['sub']);
        $this->poll($code)->assertJsonPath('error', 'invalid_grant');
        $this->token(['grant_type' => 'refresh_token', 'refresh_token' => (string) $tokens->json('refresh_token')], 'kitloft')->assertOk();
        $this->knock('GET', '/account/apps')->assertOk()->assertJsonPath('items.0.app', 'kitloft');
    }

    public function test_a_device_that_was_not_meant_is_told_so(): void
    {
        $device = $this->begin();
        $this->holder();
        $this->signIn();
        $this->knock('POST', '/devices/answer', ['code' => (string) $device->json('user_code'), 'let_in' => false])->assertNoContent();
        $this->poll((string) $device->json('device_code'))->assertJsonPath('error', 'access_denied');
    }

    public function test_a_code_runs_out(): void
    {
        $device = $this->begin();
        $this->holder();
        $this->signIn();
        $this->clock->move('+600 seconds');
        $this->poll((string) $device->json('device_code'))->assertJsonPath('error', 'expired_token');
        $this->knock('POST', '/devices/inspect', ['code' => (string) $device->json('user_code')])->assertUnprocessable()->assertJsonPath('reasons.0.code', 'device.code');
    }

    public function test_another_app_gets_nothing_for_it(): void
    {
        $device = $this->begin();
        $this->register(['floodline' => ['kind' => 'mobile', 'grant_types' => ['authorization_code', self::GRANT]]]);
        $this->token(['grant_type' => self::GRANT, 'device_code' => (string) $device->json('device_code')], 'floodline')->assertJsonPath('error', 'invalid_grant');
        $this->send('/oauth/device', ['client_id' => 'gaugebook', 'client_secret' => $this->secret])->assertJsonPath('error', 'unauthorized_client');
    }
}
