<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Operations\Overview;

use Illuminate\Support\Facades\DB;
use Kennel\Tests\Feature\DoorTestCase;

final class OverviewTest extends DoorTestCase
{
    public function test_figures_follow_the_data(): void
    {
        $this->keeper();
        self::assertSame(
            ['signup' => '1 today', 'invitations' => '0 open', 'mail' => '0 waiting', 'passwords' => '100 % current', 'signin' => '1 live', 'roles' => '10 roles', 'apps' => '5 apps', 'accounts' => '1 in all', 'audit' => '1 event'],
            $this->figures(),
        );
        self::assertSame([], $this->ask('/overview')->json('needs'), 'nothing needs anybody');

        $this->knock('POST', '/signups', ['app' => 'gaugebook', 'name' => 'Tam', 'email' => 'tam@post.example', 'password' => self::PASSWORD]);
        DB::table('accounts')->where('email', 'tam@post.example')->update(['hash_kind' => 'bcrypt 10']);
        $figures = $this->figures();
        self::assertSame(['2 today', '1 waiting', '50 % current', '2 in all', '2 events'], [$figures['signup'], $figures['mail'], $figures['passwords'], $figures['accounts'], $figures['audit']]);
        self::assertSame([['code' => 'passwords.below_rule', 'count' => 1, 'said' => null]], $this->ask('/overview')->json('needs'));
        DB::table('accounts')->where('email', 'tam@post.example')->update(['password_hash' => '$peppered$gone$2y$10$'.str_repeat('a', 53), 'hash_kind' => 'bcrypt 10 + pepper gone']);
        self::assertSame([['code' => 'passwords.stranded', 'count' => 1, 'said' => null], ['code' => 'passwords.below_rule', 'count' => 1, 'said' => null]], $this->ask('/overview')->json('needs'));
    }

    public function test_a_day_ends_at_midnight_utc(): void
    {
        $this->keeper();
        $this->clock->move('+11 hours 59 minutes');
        $this->signIn('maren@alderwend.example', 'console');
        self::assertSame('1 today', $this->figures()['signup']);
        $this->clock->move('+2 minutes');
        self::assertSame('0 today', $this->figures()['signup']);
        $days = (array) $this->ask('/signups/funnel')->json('days');
        self::assertCount(30, $days);
        self::assertSame([['2026-05-01', 1], ['2026-05-02', 0]], array_map(static fn (array $day): array => [$day['day'], $day['submitted']], array_slice($days, -2)));
    }

    public function test_needs_appear_and_are_settled_by_the_data(): void
    {
        $this->holder();
        for ($try = 0; $try < 50; $try++) {
            $this->knock('POST', '/sessions', ['email' => 'nobody@post.example', 'password' => 'guess']);
        }
        $this->knock('POST', '/signups', ['app' => 'gaugebook', 'name' => 'Ngozi', 'email' => 'ngozi@post.example', 'password' => self::PASSWORD]);
        $this->clock->move('+24 hours');
        $this->keeper();
        self::assertEqualsCanonicalizing([['code' => 'signin.guessing', 'count' => 50, 'said' => null], ['code' => 'verification.lapsed', 'count' => 1, 'said' => null]], $this->ask('/overview')->json('needs'));

        $this->knock('POST', '/verifications', ['email' => 'ngozi@post.example']);
        // Counted by the hour: the whole hour that began a day ago is still within the day.
        $this->clock->move('+1 hour');
        self::assertSame([], $this->ask('/overview')->json('needs'), 'a new link, and the guesses are a day old');
    }

    public function test_the_census_counts_by_scheme_and_parameters(): void
    {
        $this->keeper();
        $this->holder('a@post.example');
        DB::table('accounts')->where('email', 'a@post.example')->update(['hash_kind' => 'Argon2id 7168/5/1']);
        $census = $this->ask('/passwords/census');
        self::assertSame('Argon2id 7168/1/1', $census->json('current'));
        self::assertEqualsCanonicalizing([
            ['kind' => 'Argon2id 7168/1/1', 'accounts' => 1, 'is_current' => true, 'is_verifiable' => true],
            ['kind' => 'Argon2id 7168/5/1', 'accounts' => 1, 'is_current' => false, 'is_verifiable' => true],
        ], $census->json('items'));
    }

    /** @return array<string, string> */
    private function figures(): array
    {
        $figures = [];
        foreach ((array) $this->ask('/overview')->assertOk()->json('stations') as $station) {
            $figures[$station['station']] = "{$station['figure']} {$station['unit']}";
        }

        return $figures;
    }
}
