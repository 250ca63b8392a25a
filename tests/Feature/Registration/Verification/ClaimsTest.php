<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Registration\Verification;

use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Kennel\App\Directory\Pictures\Pictures;
use Kennel\App\Messaging\Mail\Composition;
use Kennel\App\Messaging\Mail\Message;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Feature\Trail;

/** Whose account it is, when two sign up with one address and only one of them reads its mail. */
final class ClaimsTest extends DoorTestCase
{
    private const ADDRESS = 'ngozi@alderwend.example';

    private const ATTACKERS = 'loud red foxes run';

    private const OWNERS = 'slow green otters swim';

    private const NEW = 'seven grey herons wait';

    protected function setUp(): void
    {
        parent::setUp();
        $this->define((require __DIR__.'/../../../../database/demo/rules.php')['fields']);
    }

    public function test_a_stranger_who_signs_up_first_gets_nothing_of_what_the_owner_proves(): void
    {
        $this->signUp('the stranger', 'Mallory', self::ATTACKERS);
        $this->signUp('the owner', 'Ngozi Adeyemi', self::OWNERS);
        self::assertSame([1, 2, 2], [self::rows('accounts'), self::rows('claims'), self::rows('messages')]);

        $this->inBrowserOf('the owner')->press($this->tokenSent())->assertOk();
        $this->assertOwnersAlone();
    }

    public function test_nor_does_a_strangers_picture_stay_and_the_trail_says_what_went(): void
    {
        $this->define([]);
        $kitloft = ['app' => 'kitloft'];
        $this->signUp('the stranger', 'Mallory', self::ATTACKERS, more: $kitloft)->assertJsonPath('state', 'signed_in');
        $picture = imagecreatetruecolor(8, 8);
        ob_start();
        imagepng($picture);
        $id = $this->app->make(Pictures::class)->add((string) ob_get_clean(), (string) DB::table('accounts')->value('id'));
        $this->signUp('the owner', 'Ngozi Adeyemi', self::OWNERS, more: $kitloft);
        $this->signUp('another', 'Eve', 'other blue foxes sit', more: $kitloft);
        $this->inBrowserOf('the owner')->press($this->tokenOfClaim('Ngozi Adeyemi'))->assertOk();
        self::assertSame([0, null], [self::rows('pictures'), $this->app->make(Pictures::class)->read($id, 64)]);
        $told = (array) json_decode(Trail::sole('account.address_proven')['changes'], true);
        self::assertSame([2, 1], [$told['claims_dropped']['after'], $told['sessions_ended']['after']], 'the two others, and the session of one of them');
        $this->assertOwnersAlone();
    }

    public function test_nor_does_one_who_signs_up_after_the_owner(): void
    {
        $this->signUp('the owner', 'Ngozi Adeyemi', self::OWNERS);
        $owners = $this->tokenSent();
        $this->signUp('the stranger', 'Mallory', self::ATTACKERS);
        $strangers = $this->tokenSent();

        $this->inBrowserOf('the owner')->press($owners)->assertOk();
        $this->assertOwnersAlone();
        $this->press($strangers)->assertStatus(422)->assertJsonPath('reasons.0.code', 'challenge.superseded');
    }

    public function test_a_strangers_link_vouches_for_nothing_until_its_presser_knows_the_password_or_chooses_one(): void
    {
        $this->signUp('the stranger', 'Mallory', self::ATTACKERS, ['listed' => true]);
        $link = $this->tokenSent();
        $this->inBrowserOf('the owner');
        $this->knock('POST', '/verifications/inspect', ['token' => $link])->assertOk()->assertExactJson(['address' => self::ADDRESS, 'asks' => 'password', 'asks_name' => true]);
        $this->press($link)->assertStatus(422)->assertJsonPath('reasons.0.code', 'verification.password_required');
        $this->press($link, ['password' => ''])->assertStatus(422)->assertJsonPath('reasons.0.code', 'verification.password_required');
        $this->press($link, ['password' => self::OWNERS])->assertStatus(422)->assertJsonPath('reasons.0.code', 'verification.other_password')->assertJsonPath('reasons.0.field', 'password');
        $this->press($link, ['new_password' => self::NEW])->assertStatus(422)->assertJsonPath('reasons.0.code', 'name.required');
        $this->press($link, ['new_password' => 'short', 'name' => 'Ngozi'])->assertStatus(422)->assertJsonPath('reasons.0.field', 'new_password');
        self::assertSame(1, DB::table('accounts')->where('status', 'pending')->count(), 'nothing happened yet');

        $this->press($link, ['new_password' => self::NEW, 'name' => 'Ngozi Adeyemi'])->assertOk();
        self::assertSame(['Ngozi Adeyemi', 'active', ''], [DB::table('accounts')->value('name'), DB::table('accounts')->value('status'), DB::table('accounts')->value('terms_version')]);
        self::assertSame([0, 0], [self::rows('claims'), self::rows('field_values')], 'what the stranger entered is gone');
        $this->enter(self::ATTACKERS)->assertStatus(401);
        $this->enter(self::NEW)->assertCreated();
    }

    public function test_the_password_of_the_sign_up_vouches_in_any_browser(): void
    {
        $this->knock('POST', '/signups', $this->body('Ngozi Adeyemi', self::OWNERS))->assertStatus(202);
        $this->signUp('the stranger', 'Mallory', self::ATTACKERS);
        $first = (string) DB::table('messages')->orderBy('seq')->value('id');
        $this->inBrowserOf('another telephone')->press($this->tokenOf($first), ['password' => self::OWNERS])->assertOk();
        $this->assertOwnersAlone();
    }

    public function test_a_later_claim_brings_its_own_fields_and_terms(): void
    {
        config(['rules.signup.terms' => ['version' => '2026-09-03', 'text' => 'Be kind.']]);
        $field = (require __DIR__.'/../../../../database/demo/rules.php')['fields'][6];
        $this->define([['required' => 'at_signup'] + $field]);
        $this->signUp('the stranger', 'Mallory', self::ATTACKERS, ['listed' => false]);
        $this->signUp('the owner', 'Ngozi Adeyemi', self::OWNERS, ['listed' => true]);
        $this->inBrowserOf('the owner')->press($this->tokenSent())->assertOk();
        self::assertSame(['true'], DB::table('field_values')->pluck('value')->all());
        self::assertSame(['2026-09-03', 1], [DB::table('accounts')->value('terms_version'), self::rows('terms_acceptances')]);
        $this->assertOwnersAlone();
    }

    public function test_sessions_older_than_the_proof_end_but_the_pressers_own(): void
    {
        $this->define([]);
        $kitloft = ['app' => 'kitloft'];
        $this->signUp('the owner', 'Ngozi Adeyemi', self::OWNERS, more: $kitloft)->assertJsonPath('state', 'signed_in');
        $owners = $this->tokenSent();
        $this->inBrowserOf('the stranger')->enter(self::OWNERS)->assertCreated();
        $this->signUp('the stranger', 'Mallory', self::ATTACKERS, more: $kitloft)->assertJsonPath('state', 'look_for_message');
        $this->inBrowserOf('the owner')->press($owners)->assertOk();
        $this->knock('GET', '/session')->assertOk()->assertJsonPath('standing.access', 'full');
        $this->inBrowserOf('the stranger')->knock('GET', '/session')->assertStatus(401);
    }

    public function test_the_session_of_another_claim_never_loses_its_duty_by_the_owners_proof(): void
    {
        $this->define([]);
        $kitloft = ['app' => 'kitloft'];
        $this->signUp('the stranger', 'Mallory', self::ATTACKERS, more: $kitloft)->assertJsonPath('state', 'signed_in');
        $this->signUp('the owner', 'Ngozi Adeyemi', self::OWNERS, more: $kitloft)->assertJsonPath('state', 'look_for_message');
        $this->inBrowserOf('the owner')->press($this->tokenSent())->assertOk();
        $this->inBrowserOf('the stranger')->knock('GET', '/session')->assertStatus(401);
        $this->assertOwnersAlone();
    }

    public function test_one_browser_that_tries_again_is_one_claim_more_and_not_two(): void
    {
        $this->signUp('the stranger', 'Mallory', self::ATTACKERS);
        $this->signUp('the owner', 'Ngozi', self::NEW);
        $first = $this->tokenSent();
        $this->signUp('the owner', 'Ngozi Adeyemi', self::OWNERS);
        self::assertSame(2, self::rows('claims'));
        $this->press($first)->assertStatus(422)->assertJsonPath('reasons.0.code', 'challenge.superseded');
        $this->press($this->tokenSent())->assertOk();
        $this->assertOwnersAlone();
    }

    public function test_a_link_that_is_asked_for_again_is_of_this_browsers_claim(): void
    {
        $this->signUp('the owner', 'Ngozi Adeyemi', self::OWNERS);
        $this->signUp('the stranger', 'Mallory', self::ATTACKERS);
        $this->clock->move('+2 minutes');
        $this->inBrowserOf('the owner')->knock('POST', '/verifications', ['email' => self::ADDRESS])->assertStatus(202);
        $this->press($this->tokenSent())->assertOk();
        $this->assertOwnersAlone();
    }

    public function test_a_reset_link_to_an_address_nobody_has_proven_begins_anew(): void
    {
        $this->signUp('the stranger', 'Mallory', self::ATTACKERS, ['listed' => true]);
        $this->inBrowserOf('the owner')->knock('POST', '/recoveries', ['email' => self::ADDRESS])->assertStatus(202);
        $link = $this->tokenSent();
        $this->knock('POST', '/recoveries/inspect', ['token' => $link])->assertExactJson(['address' => self::ADDRESS, 'asks_name' => true]);
        $this->knock('POST', '/recoveries/consume', ['token' => $link, 'password' => self::NEW])->assertStatus(422)->assertJsonPath('reasons.0.code', 'name.required');
        $this->knock('POST', '/recoveries/consume', ['token' => $link, 'password' => self::NEW, 'name' => 'Ngozi Adeyemi'])->assertOk();
        self::assertSame(['Ngozi Adeyemi', 0, 0], [DB::table('accounts')->value('name'), self::rows('field_values'), self::rows('claims')]);
        $this->enter(self::ATTACKERS)->assertStatus(401);
        $this->enter(self::NEW)->assertCreated();
    }

    public function test_a_password_others_may_know_vouches_for_nobody(): void
    {
        $this->signUp('the owner', 'Ngozi Adeyemi', self::OWNERS);
        $link = $this->tokenSent();
        DB::table('accounts')->update(['password_owed' => 'compromised']);
        $this->inBrowserOf('the owner')->knock('POST', '/verifications/inspect', ['token' => $link])->assertJsonPath('asks', 'password');
        $this->press($link, ['password' => self::OWNERS])->assertStatus(422)->assertJsonPath('reasons.0.code', 'verification.other_password');
        $this->press($link, ['new_password' => self::NEW, 'name' => 'Ngozi'])->assertOk();
        self::assertSame('', DB::table('accounts')->value('password_owed'));
    }

    public function test_unproven_accounts_and_claims_lapse_and_the_address_is_free_again(): void
    {
        $this->signUp('the stranger', 'Mallory', self::ATTACKERS);
        $imported = $this->holder('imported@post.example', proven: false);
        $waived = $this->holder('waived@post.example', proven: false);
        DB::table('accounts')->where('id', $imported->id)->update(['came_by' => 'import']);
        DB::table('duty_waivers')->insert(['account_id' => $waived->id, 'subject' => 'verify_email:waived@post.example', 'waived_by' => 'Maren', 'why' => 'x', 'waived_at' => '2026-05-01T12:00:00.000Z']);
        $this->clock->move('+4 days');
        $this->signUp('another', 'Ngozi', self::OWNERS);
        $this->clock->move('+3 days +1 second');
        $this->command('kennel:purge');
        self::assertSame([3, 2], [self::rows('accounts'), self::rows('claims')], 'a claim that is not old keeps it');
        $this->clock->move('+4 days');
        $this->command('kennel:purge');
        self::assertSame(['imported@post.example', 'waived@post.example'], DB::table('accounts')->orderBy('email')->pluck('email')->all());
        self::assertSame([0, 1], [self::rows('claims'), DB::table('audit_events')->where('event', 'accounts.lapsed')->count()]);
        $this->signUp('the owner', 'Ngozi Adeyemi', self::OWNERS);
        $this->press($this->tokenSent())->assertOk();
        $this->assertOwnersAlone(3);
    }

    public function test_a_claim_lapses_by_itself_and_its_link_with_it(): void
    {
        $this->signUp('the owner', 'Ngozi Adeyemi', self::OWNERS);
        $this->signUp('the stranger', 'Mallory', self::ATTACKERS);
        config(['rules.verification.lifetime' => 'P30D']);
        $this->clock->move('+2 minutes');
        $this->inBrowserOf('the stranger')->knock('POST', '/verifications', ['email' => self::ADDRESS]);
        $link = $this->tokenSent();
        DB::table('claims')->where('is_founding', true)->update(['claimed_at' => '2026-05-08T12:00:00.000Z']);
        $this->clock->move('+7 days');
        $this->command('kennel:purge');
        self::assertSame([1, 1], [self::rows('accounts'), self::rows('claims')]);
        $this->press($link)->assertStatus(422)->assertJsonPath('reasons.0.code', 'challenge.superseded');
    }

    private function assertOwnersAlone(int $accounts = 1): void
    {
        $account = DB::table('accounts')->where('email', self::ADDRESS)->first();
        self::assertSame(['Ngozi Adeyemi', 'active'], [$account?->name, $account?->status]);
        self::assertSame([$accounts, 0], [self::rows('accounts'), self::rows('claims')]);
        $this->inBrowserOf('nobody yet')->enter(self::ATTACKERS)->assertStatus(401);
        $this->enter(self::OWNERS)->assertCreated();
    }

    /**
     * @param  array<string, mixed>  $fields
     * @param  array<string, mixed>  $more
     */
    private function signUp(string $whose, string $name, string $password, array $fields = [], array $more = []): TestResponse
    {
        $this->inBrowserOf($whose)->knock('POST', '/signups/forms', ['app' => 'gaugebook'])->assertCreated();
        $response = $this->knock('POST', '/signups', $more + $this->body($name, $password));
        if ($fields !== [] && ! isset($more['app']) && DB::table('claims')->count() === 1 && DB::table('field_values')->count() === 0) {
            // The first claim's fields are the account's own, however they came to be there.
            DB::table('field_values')->insert(['account_seq' => DB::table('accounts')->value('seq'), 'field_key' => 'listed', 'position' => 0, 'value' => json_encode(reset($fields)), 'sort_key' => 'x']);
        }

        return $response->assertStatus(202);
    }

    /** @return array<string, mixed> */
    private function body(string $name, string $password): array
    {
        $asked = array_filter((array) config('rules.fields'), static fn (array $field): bool => $field['required'] === 'at_signup');

        return [
            'app' => 'gaugebook', 'name' => $name, 'email' => self::ADDRESS, 'password' => $password, 'terms' => config('rules.signup.terms.version'),
            ...$asked === [] ? [] : ['fields' => ['listed' => $name !== 'Mallory']],
        ];
    }

    /** @param  array<string, string>  $shown */
    private function press(string $token, array $shown = []): TestResponse
    {
        return $this->knock('POST', '/verifications/consume', ['token' => $token] + $shown);
    }

    private function tokenOfClaim(string $name): string
    {
        foreach (Message::query()->get() as $message) {
            if (str_contains($this->app->make(Composition::class)->open($message->sealed)['text'], $name)) {
                return $this->tokenOf($message->id);
            }
        }
        self::fail("No message is for {$name}.");
    }

    private function enter(string $password): TestResponse
    {
        return $this->knock('POST', '/sessions', ['email' => self::ADDRESS, 'password' => $password]);
    }
}
