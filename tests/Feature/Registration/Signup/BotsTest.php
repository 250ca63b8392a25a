<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Registration\Signup;

use Illuminate\Support\Facades\DB;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Registration\Signup\AddressTaken;
use Kennel\App\Registration\Signup\FormInput;
use Kennel\App\Registration\Signup\Forms;
use Kennel\App\Registration\Signup\SignupFigures;
use Kennel\App\Registration\Signup\SubmitSignup;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Registration\Signup\ProofOfWork;
use Kennel\Core\Registration\Signup\SignupInput;
use Kennel\Core\Registration\Signup\SignupVerdict;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Feature\Trail;

/** The doors of sign-up with every guard on, the terms in force, and an app that says openly who is registered. */
final class BotsTest extends DoorTestCase
{
    private const GOOD = ['app' => 'gaugebook', 'name' => 'Ngozi Adeyemi-Holt', 'email' => 'ngozi@millreach.example', 'password' => self::PASSWORD];

    protected function setUp(): void
    {
        parent::setUp();
        config(['rules.signup.bots' => ['trap' => true, 'minimum_time' => 'PT2S', 'work_bits' => 6, 'attempts' => 3, 'attempts_within' => 'PT1H', 'form_lifetime' => 'PT4H']]);
    }

    public function test_a_form_that_was_opened_waited_for_and_worked_on_is_taken_once(): void
    {
        $form = $this->open();
        $this->knock('POST', '/signups', ['form' => $form] + self::GOOD)->assertStatus(202);
        $again = $this->knock('POST', '/signups', ['form' => $form, 'email' => 'second@post.example'] + self::GOOD)->assertStatus(422);
        self::assertSame(['bots.form'], self::codes($again));
        self::assertSame(1, self::rows('accounts'));
    }

    public function test_each_refusal_is_counted_by_which_and_ranked(): void
    {
        config(['rules.signup.bots.attempts' => 0]);
        $this->knock('POST', '/signups', self::GOOD)->assertStatus(422);
        $this->knock('POST', '/signups', ['form' => ['trap' => 'x'] + $this->open()] + self::GOOD)->assertStatus(422);
        $this->knock('POST', '/signups', ['form' => ['trap' => 'x'] + $this->open()] + self::GOOD)->assertStatus(422);
        $this->knock('POST', '/signups', ['form' => $this->open(wait: false)] + self::GOOD)->assertStatus(422);
        $this->knock('POST', '/signups', ['form' => ['answer' => ''] + $this->open()] + self::GOOD)->assertStatus(422);
        $this->knock('POST', '/signups', ['form' => $this->open('kitloft')] + self::GOOD)->assertStatus(422);
        $this->knock('POST', '/signups', ['form' => $this->open(), 'password' => 'short'] + self::GOOD)->assertStatus(422);
        self::assertSame(0, self::rows('accounts'));
        $this->keeper();
        $funnel = $this->ask('/signups/funnel?app=gaugebook')->assertOk();
        self::assertSame(['bots.form' => 2, 'bots.trap' => 2, 'bots.time' => 1, 'bots.work' => 1, 'password.common' => 1, 'password.too_short' => 1], array_column((array) $funnel->json('refusals'), 'tally', 'code'));
        self::assertSame(5, array_sum(array_column((array) $funnel->json('days'), 'opened')));
    }

    public function test_a_source_is_held_back_after_its_share_and_told_for_how_long(): void
    {
        for ($n = 0; $n < 3; $n++) {
            $this->knock('POST', '/signups', ['form' => $this->open(), 'email' => "many{$n}@post.example"] + self::GOOD)->assertStatus(202);
        }
        $refused = $this->knock('POST', '/signups', ['form' => $this->open()] + self::GOOD)->assertStatus(429);
        self::assertSame(['bots.source'], self::codes($refused));
        self::assertGreaterThan(3_500, (int) $refused->headers->get('Retry-After'));
        $this->travel(61)->minutes();
        $this->knock('POST', '/signups', ['form' => $this->open()] + self::GOOD)->assertStatus(202);
    }

    public function test_how_long_to_wait_is_said_anew_each_time(): void
    {
        $forms = $this->app->make(Forms::class);
        for ($n = 0; $n < 4; $n++) {
            $forms->judge('gaugebook', new FormInput('', '', ''), '203.0.113.4');
        }
        $first = $forms->retryAfter('203.0.113.4');
        $this->travel(20)->minutes();
        self::assertEqualsWithDelta($first - 1_200, $forms->retryAfter('203.0.113.4'), 2);
    }

    /** Whoever has one address of a /64 has them all. */
    public function test_the_addresses_of_one_household_are_one_source(): void
    {
        $forms = $this->app->make(Forms::class);
        $code = static fn (string $source): ?string => $forms->judge('gaugebook', new FormInput('', '', ''), $source)?->code;
        self::assertSame(['bots.form', 'bots.form', 'bots.form', 'bots.source', 'bots.form'], array_map($code, ['2001:db8::1', '2001:db8::2', '2001:db8::ffff:3', '2001:db8:0:0:4::', '2001:db8:0:1::1']));
    }

    public function test_of_two_who_send_one_form_at_once_one_is_first(): void
    {
        $opened = $this->open();
        $form = new FormInput($opened['token'], '', $opened['answer']);
        $forms = $this->app->make(Forms::class);
        self::assertNull($forms->judge('gaugebook', $form, '203.0.113.4'));
        self::assertNull($forms->judge('gaugebook', $form, '203.0.113.4'), 'both were judged before either was through');
        self::assertTrue($forms->spend('gaugebook', $form));
        self::assertFalse($forms->spend('gaugebook', $form));
    }

    public function test_a_token_of_somebody_elses_making_is_no_form(): void
    {
        foreach (['', 'x', str_repeat('A', 400)] as $token) {
            self::assertSame(['bots.form'], self::codes($this->knock('POST', '/signups', ['form' => ['token' => $token] + $this->open()] + self::GOOD)));
        }
    }

    public function test_terms_are_recorded_by_their_version(): void
    {
        config(['rules.signup.terms' => ['version' => '2026-09-03', 'text' => 'Be kind.']]);
        self::assertSame(['terms.required'], self::codes($this->knock('POST', '/signups', ['form' => $this->open()] + self::GOOD)));
        self::assertSame(['terms.other_version'], self::codes($this->knock('POST', '/signups', ['form' => $this->open(), 'terms' => '2020-01-01'] + self::GOOD)));
        $this->knock('POST', '/signups', ['form' => $this->open(), 'terms' => '2026-09-03'] + self::GOOD)->assertStatus(202);
        $signedUp = (array) json_decode(Trail::sole('account.signed_up')['changes'], true);
        self::assertSame('2026-09-03', $signedUp['terms']['after'] ?? null, 'what was accepted is in the trail');
        self::assertSame(['2026-09-03', '198.51.100.7'], [DB::table('terms_acceptances')->value('version'), DB::table('terms_acceptances')->value('source')]);
        self::assertSame('2026-09-03', DB::table('accounts')->value('terms_version'));
    }

    public function test_an_open_app_says_who_is_registered_and_opens_a_limited_session_at_once(): void
    {
        $good = ['app' => 'kitloft', 'email' => 'ngozi@alderwend.example'] + self::GOOD;
        $this->knock('POST', '/signups', ['form' => $this->open('kitloft')] + $good)->assertStatus(202)->assertExactJson(['state' => 'signed_in']);
        self::assertArrayHasKey('__Host-kennel-pages', $this->cookies());
        $this->knock('GET', '/session')->assertOk()->assertJsonPath('standing.access', 'limited');
        DB::table('accounts')->update(['status' => 'active', 'email_proven_at' => '2026-05-01T12:00:00.000Z']);
        self::assertSame(['email.taken'], self::codes($this->knock('POST', '/signups/verdict', $good)));
        self::assertSame(['email.taken'], self::codes($this->knock('POST', '/signups', ['form' => $this->open('kitloft'), 'email' => 'NGOZI@alderwend.example'] + $good)));
        self::assertSame(1, self::rows('accounts'));
    }

    public function test_of_two_who_sign_one_address_up_at_once_on_an_open_app_the_second_is_told(): void
    {
        $signup = $this->app->make(SubmitSignup::class);
        $app = $this->app->make(Apps::class)->find('kitloft') ?? self::fail('no such app');
        $prepared = $signup->prepare(new SignupInput('Ngozi', 'ngozi@alderwend.example', new Secret(self::PASSWORD), [], ''), $app);
        $this->holder('ngozi@alderwend.example');
        $this->expectException(AddressTaken::class);
        DB::transaction(static fn () => $signup->write($prepared, $app, null, static function (): void {
        }));
    }

    public function test_figures_hold_nothing_that_was_typed(): void
    {
        $this->knock('POST', '/signups', ['form' => $this->open()] + self::GOOD)->assertStatus(202);
        $this->knock('POST', '/signups', ['form' => $this->open(), 'name' => ''] + self::GOOD)->assertStatus(422);
        $kept = json_encode([DB::table('signup_verdicts')->get(), DB::table('signup_tallies')->get()], JSON_THROW_ON_ERROR);
        foreach (['ngozi', 'Adeyemi', self::PASSWORD] as $typed) {
            self::assertStringNotContainsString($typed, $kept);
        }
        self::assertStringContainsString('millreach.example', $kept);
        self::assertEqualsCanonicalizing(['[]', '["name.required"]'], DB::table('signup_verdicts')->pluck('reasons')->all(), 'of each what it was told');
        DB::table('signup_verdicts')->delete();
        foreach ([' Tam@Post.Example ', 'nobody', '', 'a@b@c.example', null] as $email) {
            $this->app->make(SignupFigures::class)->verdict('gaugebook', $email, SignupVerdict::refused([new Reason('email.invalid', 'email')]));
        }
        self::assertSame(['post.example', '', '', 'c.example', ''], DB::table('signup_verdicts')->orderBy('seq')->pluck('domain')->all());
    }

    /** @return array{token: string, trap: string, answer: string} */
    private function open(string $app = 'gaugebook', bool $wait = true): array
    {
        $form = $this->knock('POST', '/signups/forms', ['app' => $app])->assertCreated();
        $answer = 0;
        while (! ProofOfWork::isDone((string) $form->json('challenge'), (string) $answer, 6)) {
            $answer++;
        }
        $wait && $this->clock->move('+3 seconds');

        return ['token' => (string) $form->json('token'), 'trap' => '', 'answer' => (string) $answer];
    }
}
