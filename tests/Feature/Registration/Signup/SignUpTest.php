<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Registration\Signup;

use Illuminate\Support\Facades\DB;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Fields\FieldValues;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Support\Books;
use PHPUnit\Framework\Attributes\DataProvider;

final class SignUpTest extends DoorTestCase
{
    private const GOOD = ['app' => 'gaugebook', 'name' => 'Ngozi Adeyemi-Holt', 'email' => 'Ngozi@MillReach.example', 'password' => self::PASSWORD];

    public function test_writes_account_role_challenge_message_job_and_audit_event(): void
    {
        $this->knock('POST', '/signups', self::GOOD)->assertStatus(202)->assertExactJson(['state' => 'look_for_message']);

        $account = Account::query()->firstOrFail();
        self::assertSame(['Ngozi Adeyemi-Holt', 'Ngozi@millreach.example', 'ngozi@millreach.example', 'pending'], [$account->name, $account->email, $account->lookup_key, $account->status->value]);
        self::assertStringStartsWith('$argon2id$v=19$', $account->password_hash);
        self::assertSame(['observer'], DB::table('assignments')->pluck('role_key')->all());
        self::assertSame([1, 1, 1, 1], [self::rows('challenges'), self::rows('messages'), self::rows('jobs'), self::rows('audit_events')]);
        self::assertSame(64, strlen((string) DB::table('challenges')->value('token_digest')));
    }

    public function test_what_was_filled_in_is_the_accounts(): void
    {
        $this->define([Books::field('short_text', ['key' => 'badge', 'required' => 'at_signup']), Books::field('yes_no', ['key' => 'listed', 'required' => 'at_signup'])]);
        $this->knock('POST', '/signups', ['fields' => ['badge' => 'AW-7', 'listed' => false]] + self::GOOD)->assertStatus(202);
        self::assertSame(['badge' => 'AW-7', 'listed' => false], $this->app->make(FieldValues::class)->of((int) DB::table('accounts')->value('seq')));
    }

    public function test_one_answer_for_known_and_unknown(): void
    {
        $this->holder('tam@post.example');
        $known = $this->knock('POST', '/signups', ['email' => 'TAM@post.example'] + self::GOOD);
        $unknown = $this->knock('POST', '/signups', self::GOOD);

        self::assertSame($unknown->getStatusCode(), $known->getStatusCode());
        self::assertSame($unknown->getContent(), $known->getContent());
        self::assertSame(array_keys($unknown->headers->all()), array_keys($known->headers->all()));
        self::assertSame(2, self::rows('accounts'));
        self::assertSame(['already_registered', 'verify_address'], DB::table('messages')->orderBy('seq')->pluck('kind')->all());
    }

    public function test_a_known_address_leaves_nothing_behind_of_the_work_done_for_nobody(): void
    {
        foreach (['active', 'suspended', 'closed'] as $status) {
            $account = $this->holder("{$status}@post.example");
            DB::table('accounts')->where('id', $account->id)->update(['status' => $status, 'closed_at' => $status === 'closed' ? '2026-05-01T12:00:00.000Z' : null]);
        }
        for ($again = 0; $again < 2; $again++) {
            foreach (['active', 'suspended', 'closed'] as $status) {
                $this->knock('POST', '/signups', ['email' => "{$status}@post.example"] + self::GOOD)->assertStatus(202);
            }
        }
        self::assertSame([3, 0, 0], [self::rows('accounts'), self::rows('assignments'), self::rows('challenges')]);
        self::assertSame(['already_registered', 'already_registered'], DB::table('messages')->pluck('kind')->all());
        self::assertSame(['account.signed_up_again'], DB::table('audit_events')->distinct()->pluck('event')->all());
        self::assertSame([2, 4], [self::rows('audit_events'), (int) DB::table('stranger_tallies')->sum('tally')], 'the first of each, and how many');
        self::assertSame(2, self::rows('jobs'));
        self::assertSame(['active@post.example', 'closed@post.example', 'suspended@post.example'], DB::table('accounts')->orderBy('email')->pluck('email')->all());
    }

    public function test_an_account_that_was_suspended_before_it_was_proven_is_nobodys_to_claim(): void
    {
        $account = $this->holder('tam@post.example', proven: false);
        DB::table('accounts')->where('id', $account->id)->update(['status' => 'suspended']);
        $this->knock('POST', '/signups', ['email' => 'tam@post.example'] + self::GOOD)->assertStatus(202);
        self::assertSame([1, 0, 0], [self::rows('accounts'), self::rows('claims'), self::rows('challenges')]);
        self::assertSame(['already_registered'], DB::table('messages')->pluck('kind')->all());
    }

    /**
     * @param  array<string, mixed>  $changes
     * @param  list<string>  $codes
     */
    #[DataProvider('refusals')]
    public function test_refuses_with_all_reasons_and_writes_nothing(array $changes, array $codes): void
    {
        $response = $this->knock('POST', '/signups', $changes + self::GOOD);

        self::assertSame(422, $response->getStatusCode());
        self::assertSame($codes, self::codes($response));
        self::assertSame([0, 0, 0, 0], [self::rows('accounts'), self::rows('messages'), self::rows('audit_events'), self::rows('jobs')]);
        self::assertStringNotContainsString(self::PASSWORD, (string) $response->getContent());
    }

    /** @return array<string, array{array<string, mixed>, list<string>}> */
    public static function refusals(): array
    {
        return [
            'everything' => [['name' => '', 'email' => 'x', 'password' => 'short'], ['name.required', 'email.invalid', 'password.too_short', 'password.common']],
            'a common password' => [['password' => 'passwordpassword'], ['password.common']],
            'the address as password' => [['password' => 'ngozi@millreach.example'], ['password.is_address']],
            'by invitation only' => [['app' => 'floodline'], ['signup.invited_only']],
            'a domain that is not listed' => [['app' => 'kitloft', 'email' => 'a@post.example'], ['email.domain_not_listed']],
            'no such app' => [['app' => 'nothing'], ['app.unknown']],
            'wrong types' => [['name' => 3, 'email' => ['a'], 'password' => null], ['type.text', 'type.text']],
            'an unknown key' => [['status' => 'active'], ['key.unknown']],
            'a megabyte would be too much, 20 kB are' => [['name' => str_repeat('a', 20_000)], ['text.too_long']],
        ];
    }

    public function test_the_verdict_is_the_submits_verdict_and_changes_nothing(): void
    {
        $this->holder('tam@post.example');
        $bad = ['name' => '', 'email' => 'x', 'password' => 'short'] + self::GOOD;
        $verdict = $this->knock('POST', '/signups/verdict', $bad)->assertOk();
        self::assertFalse($verdict->json('accepted'));
        self::assertSame($verdict->json('reasons'), $this->knock('POST', '/signups', $bad)->json('reasons'));
        self::assertTrue($this->knock('POST', '/signups/verdict', ['email' => 'tam@post.example'] + self::GOOD)->json('accepted'), 'a stranger learns nothing');
        self::assertSame(1, self::rows('accounts'));
    }

    public function test_an_idempotency_key_gives_the_first_answer_again(): void
    {
        $key = ['Idempotency-Key' => 'one-attempt'];
        $first = $this->knock('POST', '/signups', self::GOOD, $key);
        $again = $this->knock('POST', '/signups', self::GOOD, $key);

        self::assertSame($first->getContent(), $again->getContent());
        self::assertSame('true', $again->headers->get('Idempotent-Replay'));
        self::assertSame(1, self::rows('audit_events'), 'the second did nothing');
        $this->knock('POST', '/signups', ['name' => 'Another'] + self::GOOD, $key)->assertStatus(422)->assertJsonPath('code', 'idempotency.other_request');
        $this->knock('POST', '/signups', self::GOOD, ['Idempotency-Key' => "a b\x01"])->assertStatus(400);
        self::assertStringNotContainsString(self::PASSWORD, json_encode(DB::table('idempotency_keys')->get(), JSON_THROW_ON_ERROR));
    }

    public function test_a_refused_request_may_be_mended_under_its_key(): void
    {
        $key = ['Idempotency-Key' => 'mended'];
        $this->knock('POST', '/signups', ['name' => ''] + self::GOOD, $key)->assertStatus(422);
        $this->knock('POST', '/signups', self::GOOD, $key)->assertStatus(202);
    }

    public function test_a_failure_half_way_leaves_nothing(): void
    {
        DB::statement("CREATE TRIGGER fail BEFORE INSERT ON jobs BEGIN SELECT RAISE(ABORT, 'no room'); END");
        $this->withoutExceptionHandling([\Exception::class]);
        try {
            $this->knock('POST', '/signups', self::GOOD);
        } catch (\Throwable) {
            // Whatever it is called, it must leave nothing.
        }
        self::assertSame([0, 0, 0, 0, 0], [self::rows('accounts'), self::rows('assignments'), self::rows('challenges'), self::rows('messages'), self::rows('audit_events')]);
    }

    public function test_nothing_secret_is_kept_in_the_clear(): void
    {
        $this->knock('POST', '/signups', self::GOOD);
        $token = $this->tokenSent();
        foreach (['accounts', 'challenges', 'messages', 'audit_events', 'evidence', 'jobs'] as $table) {
            $rows = json_encode(DB::table($table)->get(), JSON_THROW_ON_ERROR);
            self::assertStringNotContainsString(self::PASSWORD, $rows, $table);
            self::assertStringNotContainsString($token, $rows, $table);
        }
    }

    public function test_links_do_not_follow_the_host_header(): void
    {
        $this->knock('POST', '/signups', self::GOOD, ['Host' => 'evil.example']);
        $message = DB::table('messages')->first();
        $text = app(\Kennel\App\Messaging\Mail\Composition::class)->open($message->sealed)['text'];
        self::assertStringContainsString('http://localhost:8080/a/gaugebook/verify#t=', $text);
    }
}
