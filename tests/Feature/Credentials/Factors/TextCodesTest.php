<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Credentials\Factors;

use Illuminate\Support\Facades\DB;
use Kennel\App\Messaging\Mail\Composition;

final class TextCodesTest extends FactorTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        config(['rules.factors.texts' => true]);
    }

    private function texted(): string
    {
        $sealed = DB::table('messages')->where('kind', 'text_code')->orderByDesc('seq')->value('sealed');
        $content = $this->app->make(Composition::class)->open((string) $sealed);
        self::assertSame(1, preg_match('/\d{3} \d{3}/', $content['text'], $found), $content['text']);

        return $found[0];
    }

    private function addPhone(string $number = '+47 21 93 00 00'): string
    {
        $id = $this->knock('POST', '/account/factors/phones', ['number' => $number])->assertCreated()->json('id');
        $this->knock('POST', "/account/factors/phones/{$id}/confirm", ['code' => $this->texted()])->assertOk();
        $this->clock->move('+2 minutes');

        return $id;
    }

    public function test_a_telephone_is_added_and_a_code_to_it_is_the_second_step(): void
    {
        $tam = $this->holder();
        $this->signIn()->assertCreated();
        $begun = $this->knock('POST', '/account/factors/phones', ['number' => '+47 21 93 00 00'])->assertCreated()->assertJsonPath('number', '+4721930000');
        $this->knock('GET', '/account/factors')->assertJsonPath('phones', [])->assertJsonPath('offers_texts', true);
        $wrong = $this->texted() === '000 000' ? '111111' : '000000';
        $this->knock('POST', "/account/factors/phones/{$begun->json('id')}/confirm", ['code' => $wrong])->assertStatus(422)->assertJsonPath('reasons.0.code', 'factor.code_wrong');
        $sheet = $this->knock('POST', "/account/factors/phones/{$begun->json('id')}/confirm", ['code' => $this->texted()])->assertOk()->json('recovery_codes');
        self::assertCount(10, $sheet, 'with the first factor');
        $this->knock('GET', '/account/factors')->assertJsonPath('phones.0.number', '•••• 00');
        $this->knock('DELETE', '/session')->assertNoContent();
        $this->clock->move('+2 minutes');

        $step = $this->signIn()->assertStatus(202)->assertJsonPath('has_app', false)->assertJsonPath('phones.0.number', '•••• 00');
        $token = (string) $step->json('token');
        $this->knock('POST', '/sessions/second-factor/text', ['token' => $token, 'phone' => $step->json('phones.0.id')])->assertNoContent();
        $code = $this->texted();
        $this->show($token, $code)->assertCreated();
        self::assertSame('text_code', DB::table('sessions')->whereNull('ended_at')->value('second_factor'));
        $this->knock('GET', '/session')->assertJsonPath('amr', ['pwd', 'sms', 'mfa'])->assertJsonPath('auth_time', $this->clock->now()->getTimestamp());
        $this->inBrowserOf('another')->show($this->firstStep(), $code)->assertStatus(422);
        self::assertSame(1, DB::table('phones')->where('account_id', $tam->id)->count());
    }

    public function test_nothing_readable_of_a_code_is_kept(): void
    {
        $this->holder();
        $this->signIn();
        $this->knock('POST', '/account/factors/phones', ['number' => '+4721930000'])->assertCreated();
        $code = $this->texted();
        $dump = json_encode([DB::table('phones')->get(), DB::table('messages')->get(), DB::table('evidence')->get(), DB::table('audit_events')->get()], JSON_THROW_ON_ERROR);
        self::assertStringNotContainsString($code, $dump);
        self::assertStringNotContainsString(str_replace(' ', '', $code), $dump);
    }

    public function test_a_code_ends_after_ten_minutes_and_after_five_attempts_and_another_waits_a_minute(): void
    {
        config(['rules.throttles.signins_of_account.free' => 0, 'rules.throttles.signins_of_source.free' => 0]);
        $this->holder();
        $this->signIn();
        $this->addPhone();
        $this->knock('DELETE', '/session');
        $step = $this->signIn()->assertStatus(202);
        $ask = fn (string $token) => $this->knock('POST', '/sessions/second-factor/text', ['token' => $token, 'phone' => $step->json('phones.0.id')]);
        $ask($step->json('token'))->assertNoContent();
        $ask($step->json('token'))->assertStatus(429)->assertJsonPath('code', 'factor.text_too_soon')->assertHeader('Retry-After', '60');
        $this->clock->move('+9 minutes');
        $code = $this->texted();
        $this->clock->move('+1 minute');
        $this->show($this->firstStep(), $code)->assertStatus(422);

        $token = $this->firstStep();
        $ask($token)->assertNoContent();
        $code = $this->texted();
        foreach (range(1, 3) as $unused) {
            $this->show($token, 'AAAAAA')->assertStatus(422);
        }
        $another = $this->firstStep();
        foreach (range(1, 2) as $unused) {
            $this->show($another, 'AAAAAA')->assertStatus(422);
        }
        $this->show($another, $code)->assertStatus(422)->assertJsonPath('code', 'signin.code_refused');
    }

    public function test_where_the_rules_do_not_offer_it_none_is_added_and_those_there_are_go_on_counting(): void
    {
        $this->holder();
        $this->signIn();
        $this->addPhone();
        config(['rules.factors.texts' => false]);
        $this->knock('POST', '/account/factors/phones', ['number' => '+4721930001'])->assertForbidden()->assertJsonPath('code', 'factor.texts_not_offered');
        $this->knock('DELETE', '/session');
        $step = $this->signIn()->assertStatus(202);
        $this->knock('POST', '/sessions/second-factor/text', ['token' => $step->json('token'), 'phone' => $step->json('phones.0.id')])->assertNoContent();
        $this->show((string) $step->json('token'), $this->texted())->assertCreated();
    }

    public function test_no_number_after_another_is_texted_and_no_telephone_of_somebody_else(): void
    {
        $this->holder();
        $this->signIn();
        $this->knock('POST', '/account/factors/phones', ['number' => 'ninety'])->assertStatus(422)->assertJsonPath('reasons.0.code', 'text.number');
        $this->knock('POST', '/account/factors/phones', ['number' => '+4721930000'])->assertCreated();
        $this->knock('POST', '/account/factors/phones', ['number' => '+4721930001'])->assertStatus(429);
        $this->clock->move('+1 minute');
        $id = $this->knock('POST', '/account/factors/phones', ['number' => '+4721930001'])->assertCreated()->json('id');
        self::assertSame(['+4721930001'], DB::table('phones')->pluck('number')->all());
        $this->knock('POST', "/account/factors/phones/{$id}/confirm", ['code' => $this->texted()])->assertOk();
        $this->knock('POST', '/account/factors/phones', ['number' => '+4721930001'])->assertConflict()->assertJsonPath('code', 'factor.phone_there');
        $this->knock('DELETE', '/session');
        $this->knock('POST', '/sessions/second-factor/text', ['token' => $this->firstStep(), 'phone' => '019a0f00-0000-7000-8000-0000000000aa'])->assertNotFound();
        $this->knock('POST', '/sessions/second-factor/text', ['token' => str_repeat('A', 43), 'phone' => $id])->assertStatus(422)->assertJsonPath('code', 'signin.step_over');
    }

    public function test_the_last_factor_of_who_needs_one_stays(): void
    {
        config(['rules.factors.roles' => ['keeper']]);
        $this->holder();
        $this->signIn();
        $id = $this->addPhone();
        $this->knock('DELETE', "/account/factors/phones/{$id}")->assertNoContent();
        self::assertSame(0, DB::table('recovery_codes')->count());
    }
}
