<?php

declare(strict_types=1);

namespace Kennel\Tests\Published;

use Illuminate\Support\Facades\DB;
use Kennel\Tests\Feature\DoorTestCase;

/** Facts of the trade: common practice, without a source. And what RFC 9457 and RFC 9110 ask of answers. */
final class TradeTest extends DoorTestCase
{
    /** Common practice: the sign-in form does not check the length of the password; unknown address and wrong password answer alike. */
    public function test_sign_in_neither_checks_length_nor_tells_addresses(): void
    {
        $this->holder();
        foreach (['tam@post.example', 'nobody@post.example'] as $email) {
            $this->knock('POST', '/sessions', ['email' => $email, 'password' => 'x'])->assertStatus(401)->assertJsonPath('code', 'signin.refused');
        }
    }

    /** Common practice: new registrations get one basic role. */
    public function test_one_basic_role(): void
    {
        $this->signUp();
        self::assertSame(['observer'], DB::table('assignments')->pluck('role_key')->all());
    }

    /** Common practice: repeating the password is a check of the page alone; the server has no use for the second copy. */
    public function test_the_second_copy_is_refused(): void
    {
        self::assertSame(['key.unknown'], self::codes($this->signUp(['repeat' => self::PASSWORD])->assertStatus(422)));
    }

    /** Common practice: a session of seven days is an ordinary setting. */
    public function test_seven_days(): void
    {
        $this->holder();
        $this->signIn(keep: true);
        for ($day = 1; $day <= 7; $day++) {
            $this->clock->move('+1 day');
            $this->knock('GET', '/session')->assertOk();
        }
    }

    /** RFC 9457 §3.1: type, title, status and detail; the status is the response's own. RFC 9110 §15.5: 401, 404, 405, 415, 422. */
    public function test_problem_documents(): void
    {
        $problems = [
            $this->knock('GET', '/session'),
            $this->knock('GET', '/accounts/nothing'),
            $this->knock('POST', '/sessions', 'x', ['Content-Type' => 'text/plain']),
            $this->signUp(['name' => '']),
        ];
        foreach ($problems as $problem) {
            self::assertSame('application/problem+json', $problem->headers->get('Content-Type'));
            self::assertSame($problem->getStatusCode(), $problem->json('status'));
            self::assertSame('urn:kennel:problem:'.$problem->json('code'), $problem->json('type'));
            foreach (['title', 'detail'] as $words) {
                self::assertMatchesRegularExpression('/^[A-Z].* /', (string) $problem->json($words), 'a sentence, and not the name of one');
            }
        }
    }

    /** RFC 9110 §15.5.6: a 405 lists the methods there are. */
    public function test_a_wrong_method_is_told_the_right_ones(): void
    {
        $response = $this->call('PUT', '/api/v1/sessions');
        self::assertSame(405, $response->getStatusCode());
        self::assertStringContainsString('POST', (string) $response->headers->get('Allow'));
    }

    /** @param  array<string, mixed>  $more */
    private function signUp(array $more = []): \Illuminate\Testing\TestResponse
    {
        return $this->knock('POST', '/signups', $more + ['app' => 'gaugebook', 'name' => 'Tam', 'email' => 'tam@post.example', 'password' => self::PASSWORD]);
    }
}
