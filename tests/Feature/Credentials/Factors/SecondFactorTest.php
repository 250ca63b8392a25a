<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Credentials\Factors;

use Illuminate\Support\Facades\DB;

final class SecondFactorTest extends FactorTestCase
{
    public function test_new_recovery_codes_are_recorded_and_told(): void
    {
        $this->holder();
        $this->signIn()->assertCreated();
        $this->enrol();
        $before = DB::table('messages')->where('kind', 'factor_changed')->count();
        $this->knock('POST', '/account/factors/recovery-codes')->assertSuccessful();
        self::assertSame(1, DB::table('audit_events')->where('event', 'like', '%codes_renewed')->count());
        self::assertSame($before + 1, DB::table('messages')->where('kind', 'factor_changed')->count());
    }

    public function test_text_messages_are_asked_for_under_a_limit(): void
    {
        $this->holder();
        $this->signIn()->assertCreated();
        config(['rules.throttles.resends' => ['times' => 3, 'within' => 'PT1H']]);
        $throttled = function (string $path, array $body): bool {
            $answer = $this->knock('POST', $path, $body);

            return $answer->getStatusCode() === 429 && $answer->json('code') === 'request.throttled';
        };
        $ask = static fn (int $at): bool => $throttled('/account/factors/phones', ['number' => "+4721930{$at}"]);
        self::assertSame([false, false, false, true], array_map($ask, [201, 202, 203, 204]));
        self::assertTrue($throttled('/sessions/second-factor/text', ['token' => str_repeat('a', 43), 'phone' => '0196f000-0000-7000-8000-000000000001']));
    }

    public function test_after_the_password_a_code_opens_the_session(): void
    {
        $tam = $this->enrolled();
        $token = $this->firstStep();
        self::assertSame(0, DB::table('sessions')->whereNull('ended_at')->count(), 'half a sign-in is none');
        $this->knock('GET', '/session')->assertUnauthorized();
        $this->show($token, '000000')->assertStatus(422)->assertJsonPath('code', 'signin.code_refused');
        $this->show($token, $this->code())->assertCreated();
        $this->knock('GET', '/session')->assertOk()->assertJsonPath('account.id', $tam->id);
        self::assertSame(['password', 'authenticator'], array_values((array) DB::table('sessions')->whereNull('ended_at')->first(['proven_by', 'second_factor'])));
        $this->show($token, $this->code(1))->assertStatus(422)->assertJsonPath('code', 'signin.step_over');
    }

    public function test_no_code_counts_twice_even_in_another_sign_in(): void
    {
        $this->enrolled();
        $code = $this->code();
        $this->show($this->firstStep(), $code)->assertCreated();
        $this->inBrowserOf('another')->show($this->firstStep(), $code)->assertStatus(422)->assertJsonPath('code', 'signin.code_refused');
    }

    public function test_a_recovery_code_stands_in_once_and_the_holder_is_told(): void
    {
        $this->enrolled();
        self::assertCount(10, $this->sheet);
        $this->show($this->firstStep(), strtolower($this->sheet[3]))->assertCreated();
        self::assertSame(1, DB::table('messages')->where('kind', 'factor_changed')->where('subject', 'like', '%second step%')->count() - 1, 'beside the one of adding it');
        $this->knock('GET', '/account/factors')->assertOk()->assertJsonPath('recovery_codes.left', 9)->assertJsonPath('recovery_codes.of', 10);
        $this->inBrowserOf('another')->show($this->firstStep(), $this->sheet[3])->assertStatus(422);
        $this->show($this->firstStep(), $this->sheet[4])->assertCreated();
        self::assertSame('recovery_code', DB::table('sessions')->orderByDesc('seq')->value('second_factor'));
    }

    public function test_nothing_readable_is_kept(): void
    {
        $this->enrolled();
        $dump = json_encode([DB::table('authenticators')->get(), DB::table('recovery_codes')->get(), DB::table('pending_signins')->get(), DB::table('audit_events')->get(), DB::table('evidence')->get()], JSON_THROW_ON_ERROR);
        foreach ([...$this->sheet, str_replace(' ', '', $this->totp->key())] as $secret) {
            self::assertStringNotContainsString($secret, $dump);
        }
    }

    public function test_five_attempts_then_the_password_again_and_ten_minutes(): void
    {
        config(['rules.throttles.signins_of_account.free' => 0, 'rules.throttles.signins_of_source.free' => 0]);
        $this->enrolled();
        $token = $this->firstStep();
        for ($attempt = 0; $attempt < 5; $attempt++) {
            $this->show($token, '000000')->assertStatus(422)->assertJsonPath('code', 'signin.code_refused');
        }
        $this->show($token, $this->code())->assertStatus(422)->assertJsonPath('code', 'signin.step_over');
        $token = $this->firstStep();
        $this->clock->move('+10 minutes');
        $this->show($token, $this->code())->assertStatus(422)->assertJsonPath('code', 'signin.step_over');
    }

    public function test_guessing_codes_is_braked_across_sign_ins(): void
    {
        config(['rules.throttles.signins_of_account' => ['free' => 3, 'first_delay' => 'PT1M', 'longest_delay' => 'PT5M', 'forgotten_after' => 'PT1H'], 'rules.throttles.signins_of_source.free' => 0]);
        $this->enrolled();
        for ($attempt = 0; $attempt < 4; $attempt++) {
            $this->show($this->firstStep(), '000000')->assertStatus(422);
        }
        $this->show($this->firstStep(), $this->code())->assertStatus(429)->assertJsonPath('code', 'signin.held_back');
    }

    public function test_a_password_changed_between_the_steps_ends_the_first(): void
    {
        $tam = $this->enrolled();
        $token = $this->firstStep();
        DB::table('accounts')->where('id', $tam->id)->update(['password_hash' => 'another']);
        $this->show($token, $this->code())->assertStatus(422)->assertJsonPath('code', 'signin.step_over');
        self::assertSame(0, DB::table('sessions')->whereNull('ended_at')->count());
    }

    public function test_who_was_suspended_between_the_steps_gets_no_session(): void
    {
        $tam = $this->enrolled();
        $token = $this->firstStep();
        DB::table('accounts')->where('id', $tam->id)->update(['status' => 'suspended']);
        $this->show($token, $this->code())->assertStatus(422)->assertJsonPath('code', 'signin.step_over');
    }

    public function test_a_known_device_is_not_asked_until_that_is_over_or_taken_back(): void
    {
        $this->enrolled();
        $this->show($this->firstStep(), $this->code(), trusts: true)->assertCreated();
        $this->signIn()->assertCreated();
        self::assertSame('known_device', DB::table('sessions')->orderByDesc('seq')->value('second_factor'));
        $this->knock('GET', '/account/factors')->assertJsonPath('trusted_devices', 1);
        $this->inBrowserOf('another')->signIn()->assertStatus(202);
        $this->inBrowserOf('the first')->knock('DELETE', '/account/factors/trusted-devices')->assertNoContent();
        $this->signIn()->assertStatus(202);
        $this->show($this->firstStep(), $this->code(1), trusts: true)->assertCreated();
        $this->clock->move('+30 days');
        $this->signIn()->assertStatus(202);
    }

    public function test_a_token_of_one_face_is_nothing_on_the_other(): void
    {
        $this->enrolled();
        $token = $this->firstStep();
        $this->knock('POST', '/sessions/second-factor', ['token' => $token, 'code' => $this->code()], [], 'console')->assertStatus(422)->assertJsonPath('code', 'signin.step_over');
    }

    public function test_a_wrong_password_is_answered_alike_with_and_without_a_factor(): void
    {
        $this->enrolled();
        $with = $this->knock('POST', '/sessions', ['email' => 'tam@post.example', 'password' => 'wrong']);
        $without = $this->knock('POST', '/sessions', ['email' => 'nobody@post.example', 'password' => 'wrong']);
        self::assertSame([$with->status(), $with->json('code')], [$without->status(), $without->json('code')]);
    }

    public function test_wrong_codes_in_a_row_come_to_an_end_and_a_new_password_ends_that(): void
    {
        config(['rules.throttles.ceiling' => 6]);
        $this->enrolled();
        $this->inBrowserOf('who knows the password');
        for ($attempt = 0; $attempt < 6; $attempt++) {
            self::assertSame((int) ($attempt === 5), DB::table('messages')->where('kind', 'factor_changed')->count() - 1, 'told at the fifth');
            $this->show($this->firstStep(), '000000')->assertStatus(422);
        }
        $this->show($this->firstStep(), $this->code())->assertForbidden()->assertJsonPath('code', 'signin.ceiling');
        $this->knock('POST', '/recoveries', ['email' => 'tam@post.example'])->assertStatus(202);
        $this->knock('POST', '/recoveries/consume', ['token' => $this->tokenSent(), 'password' => 'another long password'])->assertOk();
        $token = (string) $this->knock('POST', '/sessions', ['email' => 'tam@post.example', 'password' => 'another long password'])->assertStatus(202)->json('token');
        $this->show($token, $this->code())->assertCreated();
    }

    public function test_who_knows_the_password_holds_no_known_device_back(): void
    {
        config(['rules.throttles.ceiling' => 3, 'rules.throttles.signins_of_account' => ['free' => 2, 'first_delay' => 'PT1M', 'longest_delay' => 'PT5M', 'forgotten_after' => 'PT1H']]);
        $this->enrolled();
        $this->inBrowserOf('home')->show($this->firstStep(), $this->code())->assertCreated();
        foreach ([422, 422, 422, 429] as $status) {
            $this->inBrowserOf('who knows it')->show($this->firstStep(), '000000')->assertStatus($status);
        }
        $this->inBrowserOf('home')->show($this->firstStep(), $this->code(1))->assertCreated();
    }

    public function test_where_all_sessions_are_ended_the_sign_in_that_waits_ends_with_them(): void
    {
        $tam = $this->enrolled();
        $token = $this->firstStep();
        $this->inBrowserOf('the keeper')->keeper();
        $this->knock('POST', "/accounts/{$tam->id}/sign-out", ['reason' => 'A stolen telephone'], [], 'console')->assertSuccessful();
        $this->inBrowserOf('the first')->show($token, $this->code())->assertStatus(422)->assertJsonPath('code', 'signin.step_over');
    }
}
