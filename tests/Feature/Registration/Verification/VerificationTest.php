<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Registration\Verification;

use Illuminate\Support\Facades\DB;
use Kennel\App\Directory\Accounts\Account;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Feature\Trail;

final class VerificationTest extends DoorTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->knock('POST', '/signups/forms', ['app' => 'gaugebook'])->assertCreated();
        $this->knock('POST', '/signups', ['app' => 'gaugebook', 'name' => 'Ngozi', 'email' => 'ngozi@post.example', 'password' => self::PASSWORD]);
    }

    public function test_looking_changes_nothing_and_pressing_proves(): void
    {
        $token = $this->tokenSent();
        $this->inspect($token)->assertOk()->assertExactJson(['address' => 'ngozi@post.example', 'asks' => 'nothing', 'asks_name' => true]);
        self::assertSame('pending', DB::table('accounts')->value('status'));
        $this->consume($token)->assertOk()->assertJsonPath('app', 'gaugebook');
        $account = Account::query()->firstOrFail();
        self::assertSame('active', $account->status->value);
        self::assertSame('2026-05-01T12:00:00.000Z', $account->email_proven_at);
        self::assertSame(2, $account->version);
        $told = (array) json_decode(Trail::sole('account.address_proven')['changes'], true);
        self::assertArrayNotHasKey('password', $told, 'nobody chose one');
    }

    public function test_what_was_proven_stays_proven_since_then(): void
    {
        $token = $this->tokenSent();
        DB::table('accounts')->update(['status' => 'active', 'email_proven_at' => '2026-04-01T12:00:00.000Z']);
        $this->consume($token)->assertOk();
        self::assertSame('2026-04-01T12:00:00.000Z', DB::table('accounts')->value('email_proven_at'));
    }

    public function test_a_link_proves_no_address_but_the_one_it_was_sent_to(): void
    {
        $token = $this->tokenSent();
        DB::table('accounts')->update(['email' => 'other@post.example', 'lookup_key' => 'other@post.example']);
        self::assertSame(['challenge.superseded'], self::codes($this->inspect($token)->assertStatus(422)));
        self::assertSame(['challenge.superseded'], self::codes($this->consume($token)->assertStatus(422)));
        self::assertNull(DB::table('accounts')->value('email_proven_at'));
    }

    public function test_says_which_of_twice_late_replaced_and_altered_it_is(): void
    {
        $token = $this->tokenSent();
        $altered = ($token[0] === 'A' ? 'B' : 'A').substr($token, 1);
        self::assertSame(['challenge.unknown'], self::codes($this->consume($altered)));
        self::assertSame(['challenge.unknown'], self::codes($this->consume(substr($token, 0, 20))));
        $this->clock->move('+2 minutes');
        $this->knock('POST', '/verifications', ['email' => 'ngozi@post.example'])->assertStatus(202);
        self::assertSame(['challenge.superseded'], self::codes($this->consume($token)));
        $newer = $this->tokenSent();
        $this->clock->move('+24 hours');
        self::assertSame(['challenge.expired'], self::codes($this->inspect($newer)));
        $this->knock('POST', '/verifications', ['email' => 'ngozi@post.example']);
        $newest = $this->tokenSent();
        $this->consume($newest)->assertOk();
        self::assertSame(['challenge.used'], self::codes($this->inspect($newest)));
        self::assertSame(['challenge.used'], self::codes($this->consume($newest)));
    }

    public function test_who_owes_nothing_more_is_complete_from_then_on(): void
    {
        $this->knock('POST', '/signups', ['app' => 'gaugebook', 'name' => 'Tam', 'email' => 'tam@post.example', 'password' => self::PASSWORD])->assertStatus(202);
        self::assertNull(DB::table('accounts')->where('email', 'tam@post.example')->value('completed_at'));
        $this->clock->move('+5 minutes');
        $this->knock('POST', '/verifications/consume', ['token' => $this->tokenSent(), 'password' => self::PASSWORD])->assertOk();
        self::assertSame(['2026-05-01T12:05:00.000Z', '2026-05-01T12:05:00.000Z'], array_values((array) DB::table('accounts')->where('email', 'tam@post.example')->first(['completed_at', 'email_proven_at'])));
    }

    public function test_resending_answers_alike_for_everybody(): void
    {
        $this->holder('proven@post.example');
        $answers = array_map(
            fn (string $email): array => [$this->knock('POST', '/verifications', ['email' => $email])->getStatusCode(), $this->knock('POST', '/verifications', ['email' => $email])->getContent()],
            ['ngozi@post.example', 'proven@post.example', 'nobody@post.example'],
        );
        self::assertSame($answers[0], $answers[1]);
        self::assertSame($answers[0], $answers[2]);
        self::assertSame(1, self::rows('messages'), 'too soon, not needed, nobody');
        self::assertSame(['email.invalid'], self::codes($this->knock('POST', '/verifications', ['email' => 'x'])));
    }

    public function test_a_suspended_account_stays_suspended_when_it_proves_its_address(): void
    {
        DB::table('accounts')->update(['status' => 'suspended']);
        $this->consume($this->tokenSent())->assertOk();
        self::assertSame('suspended', DB::table('accounts')->value('status'));
    }

    public function test_of_an_account_nobody_signed_up_for_a_password_others_may_know_vouches_for_nobody(): void
    {
        $account = $this->holder('imported@post.example', proven: false);
        $this->keeper();
        $this->knock('POST', "/accounts/{$account->id}/verification", surface: 'console')->assertStatus(202);
        $token = $this->tokenSent();
        $press = fn (array $more) => $this->knock('POST', '/verifications/consume', ['token' => $token] + $more);
        DB::table('accounts')->where('id', $account->id)->update(['password_owed' => 'compromised']);
        self::assertSame(['verification.other_password'], self::codes($press(['password' => self::PASSWORD])->assertStatus(422)));
        DB::table('accounts')->where('id', $account->id)->update(['password_owed' => '']);
        $press(['password' => self::PASSWORD])->assertOk();
    }

    public function test_an_operator_resends_and_is_told_when_not(): void
    {
        $id = (string) DB::table('accounts')->value('id');
        $this->keeper();
        $resend = fn () => $this->knock('POST', "/accounts/{$id}/verification", surface: 'console');
        self::assertSame(['verification.too_soon'], self::codes($resend()->assertStatus(422)));
        $this->clock->move('+1 minute');
        $resend()->assertStatus(202);
        self::assertSame(2, self::rows('messages'));
        $this->consume($this->tokenSent());
        self::assertSame(['verification.not_owed'], self::codes($resend()->assertStatus(422)));
        $states = array_column((array) $this->ask("/challenges?account={$id}")->json('items'), 'state');
        self::assertSame(['used', 'superseded'], $states);
        $this->knock('POST', '/recoveries', ['email' => 'maren@alderwend.example'])->assertStatus(202);
        self::assertCount(3, (array) $this->ask('/challenges')->json('items'), 'of everybody');
        self::assertCount(2, (array) $this->ask("/challenges?account={$id}")->json('items'));
    }

    private function inspect(string $token): \Illuminate\Testing\TestResponse
    {
        return $this->knock('POST', '/verifications/inspect', ['token' => $token]);
    }

    private function consume(string $token): \Illuminate\Testing\TestResponse
    {
        return $this->knock('POST', '/verifications/consume', ['token' => $token]);
    }
}
