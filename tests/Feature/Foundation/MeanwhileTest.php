<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Foundation;

use Illuminate\Support\Facades\DB;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\App\Policy\Cases\Cases;
use Kennel\Core\Credentials\Passwords\PasswordHasher;
use Kennel\Core\Credentials\Passwords\PreparedPassword;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Policy\Cases\SignupCase;
use Kennel\Core\Registration\Signup\SignupInput;
use Kennel\Tests\Feature\DoorTestCase;

/** What takes time is done before a transaction, upon what was read by then. Here somebody else is always quicker: just when the transaction begins. */
final class MeanwhileTest extends DoorTestCase
{
    private const OTHER = 'seven grey herons wait';

    private const GOOD = ['app' => 'gaugebook', 'name' => 'Ngozi', 'email' => 'ngozi@alderwend.example', 'password' => self::PASSWORD];

    public function test_a_sign_in_is_looked_at_from_the_start_when_its_password_was_replaced(): void
    {
        $account = $this->holder();
        $this->meanwhile(fn () => $this->setPassword($account->id, self::OTHER));
        $this->signIn()->assertStatus(401);
        self::assertSame(0, self::rows('sessions'), 'what was right a moment ago opens nothing');
    }

    public function test_and_when_its_account_was_suspended(): void
    {
        $account = $this->holder();
        $this->meanwhile(fn () => DB::table('accounts')->where('id', $account->id)->update(['status' => 'suspended']));
        $this->signIn()->assertStatus(401);
        self::assertSame(0, self::rows('sessions'));
    }

    public function test_and_when_it_was_deleted(): void
    {
        $account = $this->holder();
        $this->meanwhile(fn () => DB::table('accounts')->where('id', $account->id)->delete());
        $this->signIn()->assertStatus(401);
        self::assertSame(0, self::rows('sessions'));
    }

    public function test_and_when_its_temporary_password_ran_out(): void
    {
        $account = $this->holder();
        DB::table('accounts')->where('id', $account->id)->update(['password_owed' => 'temporary', 'password_until' => '2026-05-01T12:00:01.000Z']);
        $this->meanwhile(fn () => $this->clock->move('+1 second'));
        $this->signIn()->assertStatus(401);
        self::assertSame(0, self::rows('sessions'));
    }

    public function test_a_sign_in_whose_account_never_stands_still_is_asked_to_come_back(): void
    {
        $account = $this->holder();
        $this->meanwhile(fn () => $this->setPassword($account->id, self::PASSWORD), PHP_INT_MAX);
        $this->signIn()->assertStatus(409)->assertJsonPath('code', 'signin.changed_meanwhile')->assertHeader('Retry-After', '1');
        self::assertSame(0, self::rows('sessions'));
    }

    public function test_a_password_that_is_typed_again_proves_nothing_of_another(): void
    {
        $account = $this->holder();
        $this->signIn(surface: 'console')->assertCreated();
        $this->clock->move('+30 seconds');
        $before = DB::table('sessions')->value('proven_at');
        $this->knock('POST', '/session/proof', ['password' => "\x07"], surface: 'console')->assertStatus(422)->assertJsonPath('reasons.0.code', 'password.current_wrong');
        $this->meanwhile(fn () => $this->setPassword($account->id, self::OTHER));
        $this->knock('POST', '/session/proof', ['password' => self::PASSWORD], surface: 'console')->assertStatus(412)->assertJsonPath('code', 'update.changed_meanwhile');
        self::assertSame($before, DB::table('sessions')->value('proven_at'));
    }

    public function test_a_changed_password_is_not_changed_over_another(): void
    {
        $account = $this->holder();
        $this->signIn()->assertCreated();
        $this->meanwhile(fn () => $this->setPassword($account->id, self::OTHER));
        $this->knock('PUT', '/account/password', ['current' => self::PASSWORD, 'password' => 'eleven herons in a row'])->assertStatus(412);
        self::assertTrue($this->isPassword($account->id, self::OTHER));
    }

    public function test_a_reset_link_is_not_spent_on_an_account_that_became_another(): void
    {
        $account = $this->holder();
        $this->knock('POST', '/recoveries', ['email' => 'tam@post.example'])->assertStatus(202);
        $token = $this->tokenSent();
        $this->meanwhile(fn () => $this->setPassword($account->id, self::OTHER));
        $this->knock('POST', '/recoveries/consume', ['token' => $token, 'password' => 'eleven herons in a row'])->assertStatus(412);
        self::assertTrue($this->isPassword($account->id, self::OTHER));
        $this->knock('POST', '/recoveries/consume', ['token' => $token, 'password' => 'eleven herons in a row'])->assertOk();
    }

    public function test_a_link_proves_an_address_for_nobody_who_came_meanwhile(): void
    {
        $this->knock('POST', '/signups', self::GOOD)->assertStatus(202);
        $token = $this->tokenSent();
        $id = (string) DB::table('accounts')->value('id');
        $this->meanwhile(fn () => DB::table('accounts')->where('id', $id)->update(['password_owed' => 'compromised']));
        $this->knock('POST', '/verifications/consume', ['token' => $token, 'password' => self::PASSWORD])->assertStatus(412);
        self::assertNull(DB::table('accounts')->value('email_proven_at'));
        $this->knock('POST', '/verifications/consume', ['token' => $token, 'password' => "\x07"])->assertStatus(422);
    }

    public function test_of_two_sign_ups_the_slower_is_told_on_an_open_app_and_nothing_elsewhere(): void
    {
        foreach (['kitloft', 'gaugebook'] as $app) {
            $email = "{$app}@alderwend.example";
            $this->meanwhile(fn () => $this->holder($email));
            $answer = $this->knock('POST', '/signups', ['app' => $app, 'email' => $email] + self::GOOD);
            $app === 'kitloft' ? $answer->assertStatus(422)->assertJsonPath('reasons.0.code', 'email.taken') : $answer->assertStatus(202);
            self::assertSame(1, DB::table('accounts')->where('email', $email)->count());
        }
    }

    public function test_a_sign_up_that_was_judged_by_former_rules_is_not_written(): void
    {
        $this->meanwhile(function (): void {
            $text = RulesInForce::write((array) config('rules'));
            DB::table('rule_revisions')->insert(['number' => 1, 'document' => $text, 'digest' => hash('sha256', $text), 'why' => 'x', 'published_by' => 'Maren', 'published_at' => '2026-05-01T12:00:00.000Z']);
        });
        $this->knock('POST', '/signups', self::GOOD)->assertStatus(409)->assertJsonPath('code', 'rules.published_meanwhile');
        self::assertSame(0, self::rows('accounts'));
    }

    public function test_a_draft_is_not_published_past_a_case_that_came_meanwhile(): void
    {
        $this->keeper();
        $draft = $this->ask('/rules/draft');
        $document = array_replace_recursive((array) $draft->json('document'), ['password' => ['minimum' => 14]]);
        $tag = ['If-Match' => (string) $this->knock('PUT', '/rules/draft', ['document' => $document], ['If-Match' => (string) $draft->headers->get('ETag')], 'console')->headers->get('ETag')];
        $this->knock('POST', '/rules/draft/review', null, $tag, 'console')->assertOk();
        $this->meanwhile(fn () => $this->app->make(Cases::class)->add(new SignupCase('One', 'gaugebook', new SignupInput('Ngozi', 'ngozi@post.example', new Secret(self::PASSWORD), [], ''), []), 'somebody else'));
        $this->knock('POST', '/rules/draft/publish', ['reason' => 'x'], $tag, 'console')->assertStatus(412)->assertJsonPath('code', 'rules.cases_changed');
        self::assertSame(0, self::rows('rule_revisions'));
    }

    private function meanwhile(\Closure $change, int $times = 1): void
    {
        DB::connection()->beforeStartingTransaction(static function () use ($change, &$times): void {
            if ($times-- > 0) {
                $change();
            }
        });
    }

    private function setPassword(string $id, string $password): void
    {
        DB::table('accounts')->where('id', $id)->update(['password_hash' => $this->app->make(PasswordHasher::class)->hash(PreparedPassword::from(new Secret($password)))]);
    }

    private function isPassword(string $id, string $password): bool
    {
        return $this->app->make(PasswordHasher::class)->verify(PreparedPassword::from(new Secret($password)), (string) DB::table('accounts')->where('id', $id)->value('password_hash'));
    }
}
