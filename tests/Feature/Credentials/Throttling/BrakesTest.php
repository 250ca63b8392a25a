<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Credentials\Throttling;

use Illuminate\Support\Facades\DB;
use Kennel\Tests\Feature\DoorTestCase;

/** Brakes on sign-in: whom they hold back and whom not, what is written down, and letting go. */
final class BrakesTest extends DoorTestCase
{
    private const BRAKE = ['free' => 2, 'first_delay' => 'PT1M', 'longest_delay' => 'PT10M', 'forgotten_after' => 'PT1H'];

    /** As somebody on a device of theirs, unless they say otherwise. */
    private function try_(string $password = 'wrong', string $email = 'tam@post.example', string $from = 'the guesser'): int
    {
        return $this->inBrowserOf($from)->knock('POST', '/sessions', ['email' => $email, 'password' => $password])->getStatusCode();
    }

    public function test_a_program_that_signed_in_before_is_braked_like_any_other(): void
    {
        config(['rules.throttles.signins_of_source' => ['free' => 4] + self::BRAKE]);
        $program = ['User-Agent' => 'GuzzleHttp/7'];
        foreach (range(1, 4) as $at) {
            $this->holder("person{$at}@post.example", "Person {$at}");
            $this->knock('POST', '/sessions', ['email' => "person{$at}@post.example", 'password' => self::PASSWORD], $program, cookies: [])->assertCreated();
        }
        $statuses = [];
        foreach (range(1, 8) as $at) {
            $statuses[] = $this->knock('POST', '/sessions', ['email' => 'person'.($at % 4 + 1).'@post.example', 'password' => 'wrong'], $program, cookies: [])->getStatusCode();
        }
        self::assertContains(429, $statuses, implode(' ', $statuses));
    }

    public function test_a_device_that_signed_in_before_is_not_held_back_by_a_stranger(): void
    {
        config(['rules.throttles.signins_of_account' => self::BRAKE, 'rules.throttles.signins_of_source' => self::BRAKE, 'rules.throttles.ceiling' => 3]);
        $this->holder();
        self::assertSame(201, $this->try_(self::PASSWORD, from: 'home'));
        self::assertSame([401, 401, 401, 429], [$this->try_(), $this->try_(), $this->try_(), $this->try_()]);
        self::assertSame(429, $this->try_(self::PASSWORD, from: 'a new phone'), 'who cannot be told from the guesser waits');
        self::assertSame(201, $this->try_(self::PASSWORD, from: 'home'));
        self::assertSame([401, 401, 401, 429], [$this->try_(from: 'home'), $this->try_(from: 'home'), $this->try_(from: 'home'), $this->try_(from: 'home')], 'and has a count of its own');
    }

    public function test_after_the_ceiling_waiting_does_not_help_and_a_new_password_does_alike_without_an_account(): void
    {
        config(['rules.throttles.ceiling' => 3]);
        $tam = $this->holder();
        foreach (['tam@post.example', 'nobody@post.example'] as $email) {
            self::assertSame([401, 401, 401, 403], [$this->try_(email: $email), $this->try_(email: $email), $this->try_(email: $email), $this->try_(email: $email)]);
        }
        $this->travel(3)->days();
        $this->clock->move('+3 days');
        $this->knock('POST', '/sessions', ['email' => 'tam@post.example', 'password' => self::PASSWORD])->assertForbidden()->assertJsonPath('code', 'signin.ceiling');
        $this->knock('POST', '/recoveries', ['email' => 'tam@post.example'])->assertStatus(202);
        $this->knock('POST', '/recoveries/consume', ['token' => $this->tokenSent(), 'password' => 'another long password'])->assertOk();
        self::assertSame(201, $this->try_('another long password'));
        self::assertNotSame('', $tam->id);
    }

    public function test_whoever_is_in_is_not_held_back_by_who_guesses_outside(): void
    {
        config(['rules.throttles.signins_of_account' => self::BRAKE]);
        $this->holder();
        self::assertSame(201, $this->try_(self::PASSWORD, from: 'home'));
        for ($guess = 0; $guess < 5; $guess++) {
            $this->try_();
        }
        $this->inBrowserOf('home')->knock('POST', '/session/proof', ['password' => self::PASSWORD])->assertNoContent();
        foreach ([422, 422, 422, 429] as $status) {
            $this->knock('POST', '/session/proof', ['password' => 'wrong'])->assertStatus($status);
        }
    }

    public function test_success_starts_the_row_anew(): void
    {
        config(['rules.throttles.ceiling' => 3]);
        $this->holder();
        for ($round = 0; $round < 3; $round++) {
            self::assertSame([401, 401], [$this->try_(), $this->try_()]);
            self::assertSame(201, $this->try_(self::PASSWORD, from: "phone {$round}"));
        }
    }

    public function test_a_network_is_braked_whose_sources_each_keep_below(): void
    {
        config(['rules.throttles.signins_of_net' => self::BRAKE]);
        $try = fn (string $source): int => $this->call('POST', '/api/v1/sessions', [], [], [], ['REMOTE_ADDR' => $source, 'CONTENT_TYPE' => 'application/json', 'HTTP_KENNEL_SURFACE' => 'pages'], '{"email":"nobody@post.example","password":"x"}')->getStatusCode();
        self::assertSame([401, 401, 401, 429, 401], array_map($try, ['203.0.113.1', '203.0.113.2', '203.0.113.3', '203.0.113.200', '203.0.114.1']));
        self::assertSame([401, 401, 401, 429, 401], array_map($try, ['2001:db8:1:1::1', '2001:db8:1:2::1', '2001:db8:1:3::1', '2001:db8:1:ffff::1', '2001:db8:2::1']));
    }

    public function test_the_holder_is_told_once_a_day(): void
    {
        config(['rules.throttles.tell_after' => 3]);
        $this->holder();
        $told = fn (): int => DB::table('messages')->where('kind', 'signins_refused')->count();
        foreach ([0, 0, 1, 1, 1] as $expected) {
            $this->try_();
            self::assertSame($expected, $told());
        }
        $this->clock->move('+24 hours');
        $this->try_();
        $this->try_(email: 'nobody@post.example');
        self::assertSame(2, $told());
    }

    public function test_what_is_kept_of_attempts_says_nothing_by_itself(): void
    {
        config(['rules.throttles.signins_of_account' => self::BRAKE]);
        $tam = $this->holder();
        $this->try_();
        $this->try_(self::PASSWORD, from: 'home');
        $this->try_('wrong', 'nobody@post.example');
        $rows = DB::table('signin_attempts')->orderBy('seq')->get();
        self::assertSame([['refused', 0, $tam->id], ['in', 0, $tam->id], ['refused', 0, null]], $rows->map(static fn ($row): array => [$row->outcome, $row->is_known_device, $row->account_id])->all());
        self::assertStringNotContainsString('post.example', (string) json_encode($rows));
        self::assertStringNotContainsString('198.51', (string) json_encode($rows));
        for ($knock = 0; $knock < 20; $knock++) {
            $this->try_();
        }
        self::assertSame(1, DB::table('signin_attempts')->where('outcome', 'held')->count(), 'what is not looked at is kept once a minute');
    }

    public function test_operators_see_who_is_held_back_and_let_them_go(): void
    {
        config(['rules.throttles.signins_of_account' => self::BRAKE, 'rules.throttles.signins_of_source' => ['free' => 3] + self::BRAKE]);
        $tam = $this->holder();
        $this->inBrowserOf('the keeper')->keeper();
        for ($knock = 0; $knock < 3; $knock++) {
            $this->try_();
        }
        $this->travel(61)->seconds();
        $this->try_();
        $this->inBrowserOf('the keeper');
        $held = $this->ask('/brakes/held')->assertOk();
        self::assertSame([$tam->id, 4], [$held->json('accounts.0.account.id'), $held->json('accounts.0.failures')]);
        self::assertSame(['source', '198.51.100.7'], [$held->json('sources.0.kind'), $held->json('sources.0.source')]);
        $this->ask('/overview')->assertOk();
        $this->knock('POST', "/accounts/{$tam->id}/release", ['reason' => ''], [], 'console')->assertStatus(422);
        $this->knock('POST', "/accounts/{$tam->id}/release", ['reason' => 'They called us'], [], 'console')->assertNoContent();
        $this->knock('POST', '/brakes/release', ['kind' => 'source', 'source' => '198.51.100.7', 'reason' => 'The office'], [], 'console')->assertNoContent();
        $this->knock('POST', '/brakes/release', ['kind' => 'planet', 'source' => '', 'reason' => 'x'], [], 'console')->assertStatus(422);
        $this->ask('/brakes/held')->assertJsonPath('accounts', [])->assertJsonPath('sources', []);
        self::assertSame(201, $this->try_(self::PASSWORD, from: 'another phone'));
        self::assertSame(['signin.released', 'signin.source_released'], DB::table('audit_events')->whereLike('event', 'signin.%')->orderBy('seq')->pluck('event')->all());
    }

    public function test_the_drawing_follows_the_rule_and_the_draft(): void
    {
        config(['rules.throttles.signins_of_account' => self::BRAKE, 'rules.throttles.ceiling' => 50]);
        $this->keeper();
        $spans = $this->ask('/brakes/guesses?sources=10')->assertOk()->json('spans');
        self::assertSame(['hour', 'day', 'month', 'year'], array_column($spans, 'span'));
        self::assertNull($spans[0]['rules']['draft']);
        self::assertSame([11, 50, 50, 50], array_map(static fn (array $one): int => $one['rules']['in_force']['one'], $spans));
        $draft = $this->ask('/rules/draft')->assertOk();
        $document = $draft->json('document');
        $document['throttles']['ceiling'] = 5;
        $this->knock('PUT', '/rules/draft', ['document' => $document], ['If-Match' => (string) $draft->headers->get('ETag')], 'console')->assertOk();
        self::assertSame([5, 5, 5, 5], array_map(static fn (array $one): int => $one['rules']['draft']['one'], $this->ask('/brakes/guesses')->json('spans')));
        $this->ask('/brakes/guesses?sources=0')->assertStatus(422);
    }

    public function test_the_last_weeks_are_replayed_under_the_draft(): void
    {
        $tam = $this->holder();
        for ($guess = 0; $guess < 6; $guess++) {
            $this->try_();
            $this->clock->move('+1 second');
        }
        self::assertSame(201, $this->try_(self::PASSWORD, from: 'home'));
        $this->inBrowserOf('the keeper')->keeper();
        $draft = $this->ask('/rules/draft')->assertOk();
        $document = $draft->json('document');
        $document['throttles']['signins_of_account'] = self::BRAKE;
        $this->knock('PUT', '/rules/draft', ['document' => $document], ['If-Match' => (string) $draft->headers->get('ETag')], 'console')->assertOk();
        $replay = $this->ask('/brakes/replay')->assertOk();
        self::assertSame([8, 0, 6], [$replay->json('attempts'), $replay->json('in_force.held'), $replay->json('in_force.through')]);
        self::assertSame([1, 3, 3], [$replay->json('draft.held'), $replay->json('draft.through'), $replay->json('draft.stopped')]);
        self::assertSame([['account_id' => $tam->id, 'seconds' => 56, 'name' => 'Tam Pellow']], $replay->json('people'));
        $this->operatorWith('kennel:console', 'kennel:rules.read');
        $this->ask('/brakes/replay')->assertOk()->assertJsonPath('people', null);
    }
}
