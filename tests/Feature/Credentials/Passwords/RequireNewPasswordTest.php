<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Credentials\Passwords;

use Illuminate\Support\Facades\DB;
use Kennel\App\Foundation\Refusals\RefusalKind;
use Kennel\App\Messaging\Mail\Composition;
use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Feature\Trail;

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

    public function test_nothing_is_asked_of_an_account_that_may_not_sign_in(): void
    {
        $this->keeper();
        $account = $this->holder();
        foreach (['suspended', 'closed'] as $status) {
            DB::table('accounts')->where('id', $account->id)->update(['status' => $status, 'closed_at' => '2026-05-01T12:00:00.000Z']);
            foreach (['require-new-password', 'temporary-password'] as $act) {
                $refused = $this->knock('POST', "/accounts/{$account->id}/{$act}", ['reason' => 'x'], ['If-Match' => '*'], 'console')->assertStatus(422);
                self::assertSame(["account.{$status}"], self::codes($refused), $act);
            }
        }
        self::assertSame(['', null], array_values((array) DB::table('accounts')->where('id', $account->id)->first(['password_owed', 'password_until'])));
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
        self::assertSame('2026-05-02T12:00:00.000Z', DB::table('accounts')->where('id', $account->id)->value('password_until'), 'a day');
        self::assertStringContainsString('by the operator', Trail::text());
        self::assertStringNotContainsString($temporary, json_encode([DB::table('evidence')->get(), Trail::of(), DB::table('accounts')->get()], JSON_THROW_ON_ERROR));
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

    public function test_a_temporary_password_may_be_mailed_and_is_then_shown_to_nobody_else(): void
    {
        $this->keeper();
        $account = $this->holder();
        $answer = $this->knock('POST', "/accounts/{$account->id}/temporary-password", ['reason' => 'Locked out', 'mailed' => true], ['If-Match' => '*'], 'console')->assertCreated();
        self::assertNull($answer->json('password'));
        self::assertStringContainsString('by a message', Trail::text());
        $message = DB::table('messages')->where('kind', 'temporary_password')->first();
        $text = $this->app->make(Composition::class)->open($message->sealed)['text'];
        self::assertSame(1, preg_match('/^(?:[a-z2-9]{5}-){3}[a-z2-9]{5}$/m', $text, $found));
        self::assertStringNotContainsString($found[0], json_encode([DB::table('messages')->get(), DB::table('evidence')->get(), Trail::of()], JSON_THROW_ON_ERROR));
        $this->knock('POST', '/sessions', ['email' => 'tam@post.example', 'password' => $found[0]])->assertCreated();
        $this->knock('PUT', '/account/password', ['current' => $found[0], 'password' => $found[0]])->assertStatus(422)->assertJsonPath('reasons.0.code', 'password.same');
    }

    public function test_a_compromised_password_ends_every_session_and_only_the_mailbox_sets_a_new_one(): void
    {
        $keeper = $this->keeper();
        $account = $this->holder();
        $this->signIn()->assertCreated();
        $mark = fn (string $id) => $this->knock('POST', "/accounts/{$id}/require-new-password", ['reason' => 'Found in a leak', 'compromised' => true], ['If-Match' => '*'], 'console');
        $mark($keeper->id)->assertStatus(422)->assertJsonPath('reasons.0.code', 'account.self');
        $mark($account->id)->assertOk()->assertJsonPath('owed.0.subject', 'change_password:compromised')->assertJsonPath('owed.0.settled_by', 'The account holder opens the reset link; an operator can resend it, or set a temporary password.');
        $this->knock('GET', '/session')->assertStatus(401);
        $this->signIn()->assertCreated();
        $this->knock('GET', '/session')->assertJsonPath('standing.access', 'limited')->assertJsonPath('standing.reasons.0.code', 'duty.change_password_compromised');
        $this->knock('PUT', '/account/password', ['current' => self::PASSWORD, 'password' => self::NEW])->assertStatus(422)->assertJsonPath('reasons.0.code', 'password.compromised');
        $this->knock('PATCH', '/account', ['current' => self::PASSWORD, 'password' => self::NEW], ['If-Match' => '*'])->assertStatus(422)->assertJsonPath('reasons.0.code', 'password.compromised');
        $text = $this->app->make(Composition::class)->open((string) DB::table('messages')->where('kind', 'reset_password')->value('sealed'))['text'];
        self::assertSame(1, preg_match('/#t=(\S+)/', $text, $found));
        $this->knock('POST', '/recoveries/consume', ['token' => $found[1], 'password' => self::PASSWORD])->assertStatus(422)->assertJsonPath('reasons.0.code', 'password.same');
        $this->knock('POST', '/recoveries/consume', ['token' => $found[1], 'password' => self::NEW])->assertSuccessful();
        $this->knock('POST', '/sessions', ['email' => 'tam@post.example', 'password' => self::NEW])->assertCreated();
        $this->knock('GET', '/session')->assertJsonPath('standing.access', 'full');
    }

    public function test_former_passwords_do_not_come_back_while_the_rule_says_so(): void
    {
        config(['rules.password' => [...config('rules.password'), 'history' => 3]]);
        $this->holder();
        $this->signIn()->assertCreated();
        $change = fn (string $current, string $new) => $this->knock('PUT', '/account/password', ['current' => $current, 'password' => $new]);
        [$one, $two, $three] = [self::PASSWORD, self::NEW, 'nine otters under a bridge'];
        $change($one, $two)->assertNoContent();
        $change($two, $one)->assertStatus(422)->assertJsonPath('reasons.0.code', 'password.used_before');
        $change($two, $three)->assertNoContent();
        $change($three, $one)->assertStatus(422)->assertJsonPath('reasons.0.code', 'password.used_before');
        $change($three, 'a fourth one by the weir')->assertNoContent();
        self::assertSame(2, DB::table('password_history')->count(), 'no more is kept than the rule asks for');
        $change('a fourth one by the weir', $one)->assertNoContent();
        config(['rules.password' => [...config('rules.password'), 'history' => 0]]);
        $change($one, $two)->assertNoContent();
        self::assertSame(0, DB::table('password_history')->count(), 'a rule that is gone keeps nothing');
        $this->knock('POST', '/recoveries', ['email' => 'tam@post.example'])->assertStatus(202);
        $this->knock('POST', '/recoveries/consume', ['token' => $this->tokenSent(), 'password' => $two])->assertSuccessful();
    }

    public function test_a_rule_of_two_keeps_the_one_before(): void
    {
        config(['rules.password' => [...config('rules.password'), 'history' => 2]]);
        $this->holder();
        $this->signIn()->assertCreated();
        $change = fn (string $current, string $new) => $this->knock('PUT', '/account/password', ['current' => $current, 'password' => $new]);
        $change(self::PASSWORD, self::NEW)->assertNoContent();
        self::assertSame(1, DB::table('password_history')->count());
        $change(self::NEW, self::PASSWORD)->assertStatus(422)->assertJsonPath('reasons.0.code', 'password.used_before');
        config(['rules.password' => [...config('rules.password'), 'history' => 1]]);
        $change(self::NEW, self::PASSWORD)->assertNoContent();
        self::assertSame(0, DB::table('password_history')->count(), 'a rule of one looks at the present one alone');
    }

    public function test_a_rule_that_was_lowered_looks_no_further_back(): void
    {
        config(['rules.password' => [...config('rules.password'), 'history' => 4]]);
        $this->holder();
        $this->signIn()->assertCreated();
        $change = fn (string $current, string $new) => $this->knock('PUT', '/account/password', ['current' => $current, 'password' => $new]);
        $change(self::PASSWORD, self::NEW)->assertNoContent();
        $change(self::NEW, 'nine otters under a bridge')->assertNoContent();
        config(['rules.password' => [...config('rules.password'), 'history' => 2]]);
        $change('nine otters under a bridge', self::NEW)->assertStatus(422);
        $change('nine otters under a bridge', self::PASSWORD)->assertNoContent();
    }

    public function test_a_temporary_password_has_run_out_at_the_moment_it_says(): void
    {
        $account = $this->holder();
        DB::table('accounts')->where('id', $account->id)->update(['password_until' => '2026-05-02T12:00:00.000Z', 'password_owed' => 'temporary']);
        $this->clock->move('2026-05-02T11:59:59Z');
        $this->signIn()->assertCreated();
        $this->clock->move('2026-05-02T12:00:00Z');
        $this->signIn()->assertStatus(401);
    }

    public function test_a_reset_takes_away_what_was_owed_and_when_it_ran_out(): void
    {
        $account = $this->holder();
        DB::table('accounts')->where('id', $account->id)->update(['password_until' => '2026-05-02T12:00:00.000Z', 'password_owed' => 'temporary']);
        $this->knock('POST', '/recoveries', ['email' => 'tam@post.example'])->assertStatus(202);
        $token = $this->tokenSent();
        $this->knock('POST', '/recoveries/consume', ['token' => $token, 'password' => self::PASSWORD])->assertStatus(422)->assertJsonPath('reasons.0.code', 'password.same');
        $this->knock('POST', '/recoveries/consume', ['token' => $token, 'password' => self::NEW])->assertOk();
        self::assertSame(['', null], array_values((array) DB::table('accounts')->where('id', $account->id)->first(['password_owed', 'password_until'])));
    }

    public function test_a_weaker_mark_never_takes_the_place_of_a_stronger(): void
    {
        $this->keeper();
        $account = $this->holder();
        $this->require($account->id, true)->assertOk();
        $this->require($account->id, false)->assertOk();
        self::assertSame('compromised', DB::table('accounts')->where('id', $account->id)->value('password_owed'));
    }

    public function test_what_is_owed_of_a_password_is_never_waived(): void
    {
        $this->keeper();
        $account = $this->holder();
        // One that was waived before Kennel knew better lets nobody off either.
        DB::table('duty_waivers')->insert(['account_id' => $account->id, 'subject' => 'change_password:compromised', 'waived_by' => 'Maren', 'why' => 'x', 'waived_at' => '2026-05-01T12:00:00.000Z']);
        $this->require($account->id, true)->assertOk()->assertJsonPath('access', 'limited')->assertJsonPath('owed.0.is_waivable', false);
        $this->knock('POST', "/accounts/{$account->id}/waive", ['subject' => 'change_password:compromised', 'reason' => 'x'], ['If-Match' => '*'], 'console')->assertStatus(422)->assertJsonPath('reasons.0.code', 'duty.not_waivable');
    }

    public function test_reset_links_from_before_a_new_password_are_dead(): void
    {
        $account = $this->holder();
        $this->signIn()->assertCreated();
        $ask = function (): string {
            $this->clock->move('+2 minutes');
            $this->knock('POST', '/recoveries', ['email' => 'tam@post.example'])->assertStatus(202);

            return $this->tokenSent();
        };
        $before = $ask();
        $this->knock('PUT', '/account/password', ['current' => self::PASSWORD, 'password' => 'seven grey herons wait'])->assertNoContent();
        $this->knock('POST', '/recoveries/inspect', ['token' => $before])->assertStatus(422)->assertJsonPath('reasons.0.code', 'challenge.superseded');
        $before = $ask();
        $this->keeper();
        $this->knock('POST', "/accounts/{$account->id}/temporary-password", ['reason' => 'x'], ['If-Match' => '*'], 'console')->assertCreated();
        $this->knock('POST', '/recoveries/inspect', ['token' => $before])->assertStatus(422)->assertJsonPath('reasons.0.code', 'challenge.superseded');
    }

    public function test_a_password_that_was_changed_meanwhile_is_not_written_over(): void
    {
        $account = $this->holder();
        $accounts = $this->app->make(\Kennel\App\Directory\Accounts\Accounts::class);
        $change = $this->app->make(\Kennel\App\Credentials\Passwords\ChangePassword::class);
        $write = $change->prepare($account, new \Kennel\Core\Foundation\Secrets\Secret(self::PASSWORD), new \Kennel\Core\Foundation\Secrets\Secret('seven grey herons wait'));
        $accounts->storeHash($accounts->find($account->id) ?? $account, HashKind::describe(password_hash('x', PASSWORD_BCRYPT, ['cost' => 4])));
        $stale = $account->replicate();
        foreach ([fn () => $write($accounts->find($account->id) ?? $account, $this->signedInAs($account), false), fn () => $accounts->storeHash($account, HashKind::describe('x')), fn () => $accounts->change($account->forceFill(['version' => 7])->syncOriginal(), ['name' => 'Lost'])] as $late) {
            try {
                $late();
                self::fail('It was written over.');
            } catch (\Kennel\App\Foundation\Refusals\Refusal $refusal) {
                self::assertSame([RefusalKind::ChangedMeanwhile, 'update.changed_meanwhile'], [$refusal->kind, $refusal->refusal]);
            }
        }
        self::assertSame('Tam Pellow', $stale->name);
        self::assertSame('Tam Pellow', DB::table('accounts')->value('name'));
    }

    private function require(string $id, bool $compromised): \Illuminate\Testing\TestResponse
    {
        return $this->knock('POST', "/accounts/{$id}/require-new-password", ['reason' => 'x', 'compromised' => $compromised], ['If-Match' => '*'], 'console');
    }

    private function signedInAs(\Kennel\App\Directory\Accounts\Account $account): \Kennel\App\Foundation\Identity\SignedIn
    {
        return new \Kennel\App\Foundation\Identity\SignedIn('s', \Kennel\App\Foundation\Identity\Surface::Pages, '', $account->id, $account->name, $account->email, null, $this->app->make(\Kennel\App\Directory\Accounts\Standings::class)->of($account)->access, $this->clock->now());
    }
}
