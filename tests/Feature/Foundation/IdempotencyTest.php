<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Foundation;

use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Kennel\Tests\Feature\DoorTestCase;

final class IdempotencyTest extends DoorTestCase
{
    public function test_while_the_first_still_runs_the_second_is_told_to_wait(): void
    {
        $this->signUp();
        DB::table('idempotency_keys')->update(['status' => null, 'body' => null]);
        $response = $this->signUp()->assertStatus(409)->assertJsonPath('code', 'idempotency.in_progress');
        self::assertSame('2', $response->headers->get('Retry-After'));
    }

    public function test_what_a_dead_server_began_may_be_tried_again(): void
    {
        $this->signUp();
        DB::table('idempotency_keys')->update(['status' => null, 'body' => null]);
        $this->clock->move('+31 seconds');
        $this->signUp()->assertStatus(202);
        self::assertSame(1, self::rows('accounts'));
        self::assertSame(202, (int) DB::table('idempotency_keys')->value('status'));
    }

    public function test_one_clients_key_is_not_anothers(): void
    {
        $this->signUp();
        DB::table('accounts')->update(['email' => 'changed@post.example', 'lookup_key' => 'changed@post.example']);
        $other = $this->call('POST', '/api/v1/signups', [], [], [], ['CONTENT_TYPE' => 'application/json', 'HTTP_IDEMPOTENCY_KEY' => 'the-key', 'REMOTE_ADDR' => '203.0.113.9'], (string) json_encode(self::BODY));
        self::assertSame(202, $other->getStatusCode());
        self::assertNull($other->headers->get('Idempotent-Replay'));
        self::assertSame(2, self::rows('accounts'));
    }

    /** A digest anybody could make of a guessed password would be a way to check the guess. */
    public function test_of_the_request_a_keyed_digest_is_kept(): void
    {
        $this->signUp();
        $kept = (string) DB::table('idempotency_keys')->value('request_digest');
        self::assertSame(64, strlen($kept));
        self::assertNotSame(hash('sha256', (string) json_encode((object) self::BODY)), $kept);
    }

    public function test_one_key_at_two_doors_is_two_requests(): void
    {
        foreach (['/recoveries', '/verifications'] as $door) {
            $answer = $this->knock('POST', $door, ['email' => 'tam@post.example'], ['Idempotency-Key' => 'the-key'])->assertStatus(202);
            self::assertNull($answer->headers->get('Idempotent-Replay'), $door);
        }
        self::assertSame(2, self::rows('idempotency_keys'));
    }

    public function test_keys_are_forgotten_after_a_day(): void
    {
        $this->signUp();
        $this->clock->move('+25 hours');
        self::assertMatchesRegularExpression('/^ +1  idempotency_keys$/m', $this->command('kennel:purge'));
        self::assertSame(0, self::rows('idempotency_keys'));
    }

    public function test_an_answer_that_sets_a_cookie_is_not_kept(): void
    {
        $kitloft = ['app' => 'kitloft', 'email' => 'tam@alderwend.example'] + self::BODY;
        $this->knock('POST', '/signups', $kitloft, ['Idempotency-Key' => 'the-key'])->assertStatus(202)->assertJsonPath('state', 'signed_in');
        self::assertSame(0, self::rows('idempotency_keys'));
        $this->forgetCookies();
        $again = $this->knock('POST', '/signups', $kitloft, ['Idempotency-Key' => 'the-key'])->assertStatus(202);
        self::assertNull($again->headers->get('Idempotent-Replay'), 'a "signed in" without a session would be another answer');
        self::assertSame('look_for_message', $again->json('state'));
    }

    private const BODY = ['app' => 'gaugebook', 'name' => 'Tam', 'email' => 'tam@post.example', 'password' => self::PASSWORD];

    private function signUp(): TestResponse
    {
        return $this->knock('POST', '/signups', self::BODY, ['Idempotency-Key' => 'the-key']);
    }
}
