<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Foundation;

use Illuminate\Support\Facades\DB;
use Kennel\App\Foundation\Throttling\Source;
use Kennel\App\Trail\Audit\Strangers;
use Kennel\Tests\Feature\DoorTestCase;
use PHPUnit\Framework\Attributes\DataProvider;

final class ThrottleTest extends DoorTestCase
{
    private const LIMIT = ['times' => 3, 'within' => 'PT1H'];

    /** @param  array<string, mixed>  $body */
    #[DataProvider('doors')]
    public function test_every_open_door_that_costs_something_is_limited_by_source(string $limit, string $path, array $body): void
    {
        config(["rules.throttles.{$limit}" => self::LIMIT]);
        for ($knock = 0; $knock < 3; $knock++) {
            self::assertNotSame(429, $this->knock('POST', $path, $body)->getStatusCode());
        }
        $refused = $this->knock('POST', $path, $body)->assertStatus(429)->assertJsonPath('code', 'request.throttled');
        self::assertThat((int) $refused->headers->get('Retry-After'), self::logicalAnd(self::greaterThan(3_500), self::lessThanOrEqual(3_600)));
        self::assertSame(0, DB::table('evidence')->where('label', 'like', '%→ 429')->count(), 'a refusal writes nothing');
        $this->travel(61)->minutes();
        self::assertNotSame(429, $this->knock('POST', $path, $body)->getStatusCode());
    }

    /** @return array<string, array{string, string, array<string, mixed>}> */
    public static function doors(): array
    {
        $signup = ['app' => 'gaugebook', 'name' => 'Tam', 'email' => 'tam@post.example', 'password' => 'x'];
        $token = ['token' => str_repeat('a', 43)];

        return [
            'verdict of a sign-up' => ['verdicts', '/signups/verdict', $signup],
            'of fields' => ['verdicts', '/fields/verdict', ['app' => 'gaugebook', 'fields' => (object) []]],
            'of a password' => ['verdicts', '/passwords/verdict', ['password' => 'x']],
            'a form' => ['forms', '/signups/forms', ['app' => 'gaugebook']],
            'a recovery' => ['recoveries', '/recoveries', ['email' => 'tam@post.example']],
            'a resend' => ['resends', '/verifications', ['email' => 'tam@post.example']],
            'a look at a link' => ['links', '/verifications/inspect', $token],
            'a press' => ['links', '/verifications/consume', $token],
            'a look at a reset link' => ['links', '/recoveries/inspect', $token],
            'a reset' => ['links', '/recoveries/consume', $token + ['password' => 'x']],
        ];
    }

    public function test_an_address_is_limited_alike_whether_it_is_known_or_not(): void
    {
        config(['rules.throttles.recoveries_of_address' => self::LIMIT, 'rules.throttles.resends_of_address' => self::LIMIT, 'rules.throttles.signups_of_address' => self::LIMIT]);
        $this->holder();
        $answers = [];
        foreach (['tam@post.example', 'nobody@post.example'] as $email) {
            $signup = ['app' => 'gaugebook', 'name' => 'Tam', 'email' => $email, 'password' => self::PASSWORD];
            foreach (['/recoveries' => ['email' => $email], '/verifications' => ['email' => $email], '/signups' => $signup] as $path => $body) {
                for ($knock = 0; $knock < 4; $knock++) {
                    $answers[$email][] = $path.' '.$this->knock('POST', $path, $body)->getStatusCode();
                }
            }
            self::assertSame(429, $this->knock('POST', '/recoveries', ['email' => strtoupper($email)])->getStatusCode(), 'another spelling is no other address');
        }
        self::assertSame($answers['tam@post.example'], $answers['nobody@post.example']);
        self::assertSame(['/recoveries 202', '/recoveries 429', '/verifications 202', '/verifications 429', '/signups 202', '/signups 429'], array_values(array_unique($answers['tam@post.example'])));
    }

    public function test_failed_sign_ins_are_answered_later_and_later_and_alike_for_an_address_without_an_account(): void
    {
        $this->brake('signins_of_account', 3);
        $this->holder();
        $seen = [];
        foreach (['tam@post.example', 'nobody@post.example', 'not an address'] as $email) {
            foreach (['401', '401', '401', '401', '429 1', '401', '429 2', '401', '429 4'] as $step => $expected) {
                $response = $this->knock('POST', '/sessions', ['email' => $email, 'password' => 'not this one']);
                $seen[$email][] = trim($response->getStatusCode().' '.$response->headers->get('Retry-After'));
                self::assertSame($expected, $seen[$email][$step], "{$email}, step {$step}");
                if ($response->getStatusCode() === 429) {
                    $response->assertJsonPath('code', 'signin.held_back');
                    $this->travel((int) $response->headers->get('Retry-After'))->seconds();
                }
            }
        }
        self::assertSame(3 * 6, (int) DB::table('stranger_tallies')->where('event', 'session.refused')->sum('tally'), 'who is held back is not even looked at');
    }

    public function test_the_right_password_forgives_and_is_held_back_too(): void
    {
        $this->brake('signins_of_account', 3);
        $this->holder();
        $try = fn (string $password): int => $this->knock('POST', '/sessions', ['email' => 'tam@post.example', 'password' => $password])->getStatusCode();
        self::assertSame([401, 401, 201, 401, 401, 401, 401], array_map($try, ['a', 'b', self::PASSWORD, 'c', 'd', 'e', 'f']));
        self::assertSame([429], array_map($try, [self::PASSWORD]), 'or the brake would say which guess was right');
        $this->travel(2)->seconds();
        self::assertSame([201, 201], array_map($try, [self::PASSWORD, self::PASSWORD]));
    }

    public function test_a_store_that_is_none_of_files_has_nothing_to_forget(): void
    {
        config(['cache.stores.throttles' => ['driver' => 'array']]);
        \Illuminate\Support\Facades\Cache::forgetDriver('throttles');
        self::assertSame(['throttle counts' => 0], $this->app->make(\Kennel\App\Foundation\Throttling\ForgetThrottles::class)->forget($this->clock->now()));
    }

    public function test_after_one_failure_the_right_password_leaves_nothing_of_it(): void
    {
        $this->brake('signins_of_account', 2);
        $this->holder();
        $try = fn (string $password): int => $this->knock('POST', '/sessions', ['email' => 'tam@post.example', 'password' => $password])->getStatusCode();
        self::assertSame([401, 201, 401, 401, 401, 429], array_map($try, ['a', self::PASSWORD, 'b', 'c', 'd', 'e']), 'two are free again');
    }

    public function test_a_source_that_tries_many_accounts_is_braked_and_can_not_buy_itself_free(): void
    {
        $this->brake('signins_of_source', 3);
        $this->holder();
        $try = fn (string $email, string $password = 'x'): int => $this->knock('POST', '/sessions', ['email' => $email, 'password' => $password])->getStatusCode();
        self::assertSame([401, 401, 201, 401, 401], [$try('a@post.example'), $try('b@post.example'), $try('tam@post.example', self::PASSWORD), $try('c@post.example'), $try('d@post.example')]);
        self::assertSame(429, $try('e@post.example'));
    }

    public function test_whoever_is_right_owes_nothing_however_short_the_brake(): void
    {
        $this->brake('signins_of_source', 1);
        $this->brake('signins_of_account', 1);
        $this->holder();
        $try = fn (string $password): int => $this->knock('POST', '/sessions', ['email' => 'tam@post.example', 'password' => $password])->getStatusCode();
        self::assertSame([201, 201, 201, 401], array_map($try, [self::PASSWORD, self::PASSWORD, self::PASSWORD, 'x']));
    }

    public function test_the_longest_delay_and_when_all_is_forgotten(): void
    {
        $this->brake('signins_of_account', 1);
        $last = 0;
        for ($guess = 0; $guess < 24; $guess++) {
            $response = $this->knock('POST', '/sessions', ['email' => 'nobody@post.example', 'password' => 'x']);
            $last = max($last, (int) $response->headers->get('Retry-After'));
            $this->travel((int) $response->headers->get('Retry-After', '0'))->seconds();
        }
        self::assertSame(300, $last);
        $this->travel(61)->minutes();
        $this->knock('POST', '/sessions', ['email' => 'nobody@post.example', 'password' => 'x'])->assertStatus(401);
        $this->knock('POST', '/sessions', ['email' => 'nobody@post.example', 'password' => 'x'])->assertStatus(401);
    }

    public function test_what_strangers_write_into_the_trail_is_bounded(): void
    {
        $this->holder();
        for ($source = 0; $source < 230; $source++) {
            $this->app->forgetScopedInstances();
            $this->call('POST', '/api/v1/recoveries', server: ['REMOTE_ADDR' => "10.0.{$source}.1", 'CONTENT_TYPE' => 'application/json'], content: '{"email":"nobody@post.example"}')->assertStatus(202);
        }
        self::assertSame(230, (int) DB::table('stranger_tallies')->sum('tally'), 'all are counted');
        self::assertSame(200, DB::table('audit_events')->where('event', 'account.recovery_asked')->count(), 'of an hour the trail is told so many');
        $this->clock->move('+1 hour');
        $this->knock('POST', '/recoveries', ['email' => 'nobody@post.example']);
        $this->knock('POST', '/recoveries', ['email' => 'nobody@post.example']);
        self::assertSame(201, DB::table('audit_events')->where('event', 'account.recovery_asked')->count(), 'and of one source, hour and account of the first');
    }

    public function test_one_household_of_version_6_is_one_source(): void
    {
        self::assertSame(Source::ofAddress('2001:db8:1:2::7'), Source::ofAddress('2001:db8:1:2:ffff::1'));
        self::assertNotSame(Source::ofAddress('2001:db8:1:2::7'), Source::ofAddress('2001:db8:1:3::7'));
        self::assertSame('198.51.100.7', Source::ofAddress('198.51.100.7'));
        // As a listener for both versions writes it (RFC 4291 §2.5.5.2).
        self::assertSame(['198.51.100.7', '198.51.100.0/24'], [Source::ofAddress('::ffff:198.51.100.7'), Source::netOf('::ffff:198.51.100.7')]);
        self::assertNotSame(Source::ofAddress('::ffff:1.2.3.4'), Source::ofAddress('::ffff:200.9.9.9'));
    }

    public function test_what_strangers_did_is_counted_from_the_hour_that_holds_a_moment(): void
    {
        $account = $this->holder();
        $strangers = $this->app->make(Strangers::class);
        $note = fn (string $at, ?array $whose = null) => DB::table('stranger_tallies')->insert(['hour' => substr($at, 0, 13), 'event' => 'session.refused', 'source' => $at, 'account_id' => $whose['id'] ?? '', 'tally' => 2]);
        $note('2026-05-01T10');
        $note('2026-05-01T11', $account->reference());
        $note('2026-05-01T12');
        $since = new \DateTimeImmutable('2026-05-01T11:45:00Z');
        self::assertSame([4, 2, 0], [$strangers->countSince('session.refused', $since), $strangers->countSince('session.refused', $since, $account->id), $strangers->countSince('account.claimed', $since)]);
        self::assertSame(['2026-05-01T11' => 2, '2026-05-01T12' => 2], $strangers->byHour('session.refused', $since));
    }

    private function brake(string $which, int $free): void
    {
        config(["rules.throttles.{$which}.free" => $free]);
    }
}
