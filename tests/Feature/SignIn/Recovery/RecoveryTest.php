<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\SignIn\Recovery;

use Illuminate\Support\Facades\DB;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Feature\Trail;

final class RecoveryTest extends DoorTestCase
{
    private const NEW = 'eleven herons in a row';

    public function test_a_link_sets_a_new_password_and_ends_everything_else(): void
    {
        $account = $this->holder(proven: false);
        $this->signIn()->assertCreated();
        $this->signIn(surface: 'console')->assertCreated();
        $this->knock('POST', '/verifications', ['email' => 'tam@post.example']);
        $proof = $this->tokenSent();
        $this->ask('/session')->assertOk();
        $this->knock('POST', '/recoveries', ['email' => 'TAM@post.example'])->assertStatus(202)->assertExactJson(['state' => 'look_for_message']);
        $token = $this->tokenSent();

        $this->knock('POST', '/recoveries/inspect', ['token' => $token])->assertOk()->assertExactJson(['address' => 'tam@post.example', 'asks_name' => false]);
        $this->knock('POST', '/recoveries/consume', ['token' => $token, 'password' => 'short'])->assertStatus(422)->assertJsonPath('reasons.0.code', 'password.too_short');
        $this->knock('POST', '/recoveries/consume', ['token' => $token, 'password' => 'tam@post.example'])->assertStatus(422)->assertJsonPath('reasons.0.code', 'password.is_address');
        $this->knock('POST', '/recoveries/consume', ['token' => $token, 'password' => self::NEW])->assertOk()->assertExactJson(['address' => 'tam@post.example', 'app' => 'gaugebook']);
        self::assertSame(0, DB::table('sessions')->whereNull('ended_at')->count());
        $this->knock('GET', '/session')->assertStatus(401);
        $this->knock('POST', '/verifications/consume', ['token' => $proof])->assertStatus(422)->assertJsonPath('reasons.0.code', 'challenge.superseded');
        $this->knock('POST', '/recoveries/consume', ['token' => $token, 'password' => self::NEW])->assertStatus(422)->assertJsonPath('reasons.0.code', 'challenge.used');
        self::assertSame('active', DB::table('accounts')->where('id', $account->id)->value('status'), 'the link proved the address');
        self::assertSame('password_changed', DB::table('messages')->orderByDesc('seq')->value('kind'));
        $told = (array) json_decode(Trail::sole('account.password_reset')['changes'], true);
        self::assertSame(['[secret]', 2, 'pending', 'active'], [$told['password']['after'] ?? null, $told['sessions_ended']['after'] ?? null, $told['status']['before'] ?? null, $told['status']['after'] ?? null]);
        $this->signIn()->assertStatus(401);
        $this->knock('POST', '/sessions', ['email' => 'tam@post.example', 'password' => self::NEW])->assertCreated();
        self::assertStringNotContainsString(self::NEW, json_encode([DB::table('evidence')->get(), Trail::of(), DB::table('messages')->get()], JSON_THROW_ON_ERROR));
    }

    public function test_a_reset_proves_the_address_once_and_completes_who_owes_nothing_more(): void
    {
        $reset = function (string $new): void {
            $this->knock('POST', '/recoveries', ['email' => 'tam@post.example'])->assertStatus(202);
            $this->knock('POST', '/recoveries/consume', ['token' => $this->tokenSent(), 'password' => $new, 'name' => 'Tam'])->assertOk();
        };
        $this->holder(proven: false);
        $this->clock->move('+5 minutes');
        $reset('quiet barns under snow');
        $first = ['2026-05-01T12:05:00.000Z', '2026-05-01T12:05:00.000Z'];
        self::assertSame($first, array_values((array) DB::table('accounts')->first(['completed_at', 'email_proven_at'])));
        $this->clock->move('+2 days');
        $reset('quiet barns under rain');
        self::assertSame($first, array_values((array) DB::table('accounts')->first(['completed_at', 'email_proven_at'])), 'it was proven then');
    }

    public function test_one_answer_for_everybody_and_nothing_left_of_work_for_nobody(): void
    {
        $this->holder();
        $stopped = $this->holder('stopped@post.example');
        DB::table('accounts')->where('id', $stopped->id)->update(['status' => 'suspended']);
        $answers = array_map(fn (string $email): array => [($answer = $this->knock('POST', '/recoveries', ['email' => $email]))->getStatusCode(), $answer->getContent(), array_keys($answer->headers->all())], ['tam@post.example', 'tam@post.example', 'stopped@post.example', 'nobody@post.example']);
        self::assertCount(1, array_unique($answers, SORT_REGULAR));
        self::assertSame([1, 1, 1], [self::rows('messages'), self::rows('challenges'), self::rows('jobs')], 'one is due; the second came too soon');
        self::assertSame(3, DB::table('audit_events')->where('event', 'account.recovery_asked')->count(), 'the first of each in an hour');
        self::assertSame(4, (int) DB::table('stranger_tallies')->where('event', 'account.recovery_asked')->sum('tally'));
        $this->knock('POST', '/recoveries', ['email' => 'x'])->assertStatus(422)->assertJsonPath('reasons.0.code', 'email.invalid');
    }

    public function test_links_expire_are_replaced_and_are_for_one_purpose(): void
    {
        $this->holder();
        $this->knock('POST', '/recoveries', ['email' => 'tam@post.example']);
        $first = $this->tokenSent();
        $this->knock('POST', '/verifications/consume', ['token' => $first])->assertStatus(422)->assertJsonPath('reasons.0.code', 'challenge.unknown');
        $this->clock->move('+2 minutes');
        $this->knock('POST', '/recoveries', ['email' => 'tam@post.example']);
        $second = $this->tokenSent();
        $this->knock('POST', '/recoveries/inspect', ['token' => $first])->assertStatus(422)->assertJsonPath('reasons.0.code', 'challenge.superseded');
        $this->clock->move('+61 minutes');
        $this->knock('POST', '/recoveries/consume', ['token' => $second, 'password' => self::NEW])->assertStatus(422)->assertJsonPath('reasons.0.code', 'challenge.expired');
        foreach (['', 'x', str_repeat('A', 43)] as $token) {
            $this->knock('POST', '/recoveries/inspect', ['token' => $token])->assertStatus(422)->assertJsonPath('reasons.0.code', 'challenge.unknown');
        }
    }

    public function test_a_new_link_closes_those_of_its_own_purpose_and_no_other(): void
    {
        $account = $this->holder();
        DB::table('accounts')->where('id', $account->id)->update(['status' => 'pending', 'email_proven_at' => null]);
        $this->knock('POST', '/verifications', ['email' => 'tam@post.example'])->assertStatus(202);
        $proof = $this->tokenSent();
        $this->knock('POST', '/recoveries', ['email' => 'tam@post.example'])->assertStatus(202);
        $this->knock('POST', '/recoveries/inspect', ['token' => $this->tokenSent()])->assertOk();
        $this->knock('POST', '/verifications/inspect', ['token' => $proof])->assertOk();
        $challenges = $this->app->make(\Kennel\App\Credentials\Challenges\Challenges::class);
        $challenges->supersede($account->id, 'newer', \Kennel\Core\Credentials\Challenges\ChallengePurpose::ResetPassword);
        self::assertSame(['reset_password'], DB::table('challenges')->whereNotNull('superseded_at')->pluck('purpose')->unique()->values()->all());
        $challenges->supersede($account->id, 'newer');
        self::assertSame(0, DB::table('challenges')->whereNull('superseded_at')->count());
    }

    public function test_a_suspension_closes_an_open_link(): void
    {
        $account = $this->holder();
        $this->knock('POST', '/recoveries', ['email' => 'tam@post.example']);
        DB::table('accounts')->where('id', $account->id)->update(['status' => 'suspended']);
        $this->knock('POST', '/recoveries/consume', ['token' => $this->tokenSent(), 'password' => self::NEW])->assertStatus(422)->assertJsonPath('code', 'challenge.refused');
        self::assertSame('suspended', DB::table('accounts')->where('id', $account->id)->value('status'));
    }

    public function test_an_operator_sends_the_link_and_is_told_when_it_is_too_soon(): void
    {
        $this->keeper();
        $account = $this->holder();
        $this->knock('POST', "/accounts/{$account->id}/recovery", null, [], 'console')->assertStatus(202);
        $this->knock('POST', "/accounts/{$account->id}/recovery", null, [], 'console')->assertStatus(422)->assertJsonPath('reasons.0.code', 'verification.too_soon');
        $this->knock('POST', '/recoveries/consume', ['token' => $this->tokenSent(), 'password' => self::NEW])->assertOk();
        DB::table('accounts')->where('id', $account->id)->update(['status' => 'closed', 'closed_at' => '2026-05-01T12:00:00.000Z']);
        $this->knock('POST', "/accounts/{$account->id}/recovery", null, [], 'console')->assertStatus(422);
    }
}
