<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Passwords;

use Illuminate\Support\Facades\DB;
use Kennel\Tests\Feature\DoorTestCase;

final class RequireNewPasswordTest extends DoorTestCase
{
    private const NEW = 'eleven herons in a row';

    public function test_who_is_asked_for_a_new_password_is_limited_until_it_is_chosen(): void
    {
        $this->keeper();
        $account = $this->holder();
        $this->knock('POST', "/accounts/{$account->id}/require-new-password", ['reason' => ''], ['If-Match' => '*'], 'console')->assertStatus(422);
        $this->knock('POST', "/accounts/{$account->id}/require-new-password", ['reason' => 'Found in a leak'], ['If-Match' => '"v1"'], 'console')->assertStatus(412);
        $this->knock('POST', "/accounts/{$account->id}/require-new-password", ['reason' => 'Found in a leak'], ['If-Match' => '"v2"'], 'console')->assertOk()->assertJsonPath('owed.0.duty', 'change_password');
        $this->signIn()->assertCreated();
        $this->knock('GET', '/session')->assertJsonPath('standing.access', 'limited')->assertJsonPath('standing.reasons.0.code', 'duty.change_password_asked');
        $this->knock('PUT', '/account/password', ['current' => self::PASSWORD, 'password' => self::NEW])->assertNoContent();
        $this->knock('GET', '/session')->assertJsonPath('standing.access', 'full');
    }

    public function test_a_temporary_password_is_shown_once_expires_and_has_to_be_changed(): void
    {
        $keeper = $this->keeper();
        $account = $this->holder();
        $this->signIn()->assertCreated();
        $set = fn (string $id) => $this->knock('POST', "/accounts/{$id}/temporary-password", ['reason' => 'Lost the telephone'], ['If-Match' => '*'], 'console');
        $set($keeper->id)->assertStatus(422)->assertJsonPath('reasons.0.code', 'account.self');
        $temporary = (string) $set($account->id)->assertCreated()->json('password');
        self::assertMatchesRegularExpression('/^([a-z2-9]{5}-){3}[a-z2-9]{5}$/', $temporary);
        self::assertStringNotContainsString($temporary, json_encode([DB::table('evidence')->get(), DB::table('audit_events')->get(), DB::table('accounts')->get()], JSON_THROW_ON_ERROR));
        $this->knock('GET', '/session')->assertStatus(401);
        $this->signIn()->assertStatus(401);
        $enter = fn () => $this->knock('POST', '/sessions', ['email' => 'tam@post.example', 'password' => $temporary]);
        $enter()->assertCreated();
        $this->knock('GET', '/session')->assertJsonPath('standing.reasons.0.code', 'duty.change_password_temporary');
        $this->clock->move('+25 hours');
        $enter()->assertStatus(401);
        $this->clock->move('-2 hours');
        $enter()->assertCreated();
        $this->knock('PUT', '/account/password', ['current' => $temporary, 'password' => self::NEW])->assertNoContent();
        $this->clock->move('+3 days');
        $this->knock('POST', '/sessions', ['email' => 'tam@post.example', 'password' => self::NEW])->assertCreated();
        $this->knock('GET', '/session')->assertJsonPath('standing.access', 'full');
    }
}
