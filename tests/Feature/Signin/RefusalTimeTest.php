<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Signin;

use Illuminate\Support\Facades\DB;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Passwords\Machine;
use Kennel\App\Signin\RefusalTime;
use Kennel\Tests\Feature\DoorTestCase;

/** That refusals wait for the slowest hash; how well they agree is measured by bin/bench refusal. */
final class RefusalTimeTest extends DoorTestCase
{
    public function test_nothing_waits_while_all_hashes_are_of_one_kind(): void
    {
        $this->holder();
        $this->refuse('nobody@post.example');
        $this->refuse('tam@post.example');
        self::assertSame(0, self::rows('hash_times'));
        self::assertLessThan(20, $this->milliseconds(fn () => $this->app->make(RefusalTime::class)->holdBack(hrtime(true))));
    }

    public function test_every_refusal_waits_for_the_slowest_and_nobody_waits_twice(): void
    {
        $this->holder('fast@post.example');
        $this->app->make(Accounts::class)->storeHash($this->holder('slow@post.example'), password_hash(self::PASSWORD, PASSWORD_BCRYPT, ['cost' => 9]));
        $this->refuse('nobody@post.example');
        $times = DB::table('hash_times')->orderBy('kind')->pluck('seconds', 'kind')->all();
        self::assertSame(['Argon2id 7168/1/1', 'bcrypt 9'], array_keys($times));
        self::assertSame([Machine::here()->id], DB::table('hash_times')->distinct()->pluck('machine')->all());
        // What was measured is taken for granted from then on: a figure that could not be is believed.
        DB::table('hash_times')->where('kind', 'bcrypt 9')->update(['seconds' => 0.3]);
        foreach (['nobody@post.example', 'fast@post.example', 'slow@post.example'] as $address) {
            self::assertGreaterThanOrEqual(300, $this->milliseconds(fn () => $this->refuse($address)), $address);
        }
        $began = hrtime(true) - 10_000_000_000;
        self::assertLessThan(50, $this->milliseconds(fn () => $this->app->make(RefusalTime::class)->holdBack($began)), 'who took long enough goes at once');
        self::assertLessThan(300, $this->milliseconds(fn () => $this->signIn('fast@post.example')->assertCreated()), 'whoever is let in does not wait');
    }

    public function test_a_figure_is_measured_anew_after_a_week(): void
    {
        $this->app->make(Accounts::class)->storeHash($this->holder('slow@post.example'), password_hash(self::PASSWORD, PASSWORD_BCRYPT, ['cost' => 4]));
        $this->refuse('nobody@post.example');
        DB::table('hash_times')->update(['seconds' => 0.4]);
        $this->clock->move('+6 days');
        self::assertGreaterThan(400, $this->milliseconds(fn () => $this->refuse('nobody@post.example')));
        $this->clock->move('+2 days');
        $this->refuse('nobody@post.example');
        self::assertLessThan(0.4, (float) DB::table('hash_times')->max('seconds'));
        self::assertSame(2, self::rows('hash_times'));
    }

    public function test_a_hash_nobody_can_verify_costs_nothing(): void
    {
        $this->app->make(Accounts::class)->storeHash($this->holder('odd@post.example'), '$y$j9T$abc');
        $this->refuse('odd@post.example');
        self::assertLessThan(0.005, (float) DB::table('hash_times')->where('kind', 'not recognised: y')->value('seconds'));
    }

    private function refuse(string $address): void
    {
        $this->knock('POST', '/sessions', ['email' => $address, 'password' => 'not this one'])->assertStatus(401);
    }

    private function milliseconds(\Closure $act): float
    {
        $began = hrtime(true);
        $act();

        return (hrtime(true) - $began) / 1e6;
    }
}
