<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\SignIn;

use Illuminate\Support\Facades\DB;
use Kennel\App\Credentials\Passwords\Machine;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Foundation\Pause;
use Kennel\App\SignIn\RefusalTime;
use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Tests\Feature\DoorTestCase;

/** That refusals wait for the slowest hash; how well they agree is measured by bin/bench refusal. */
final class RefusalTimeTest extends DoorTestCase
{
    /** @var list<float> how long was asked for, in seconds */
    private array $pauses = [];

    protected function setUp(): void
    {
        parent::setUp();
        $asked = function (float $seconds): void {
            $this->pauses[] = $seconds;
        };
        $this->app->instance(Pause::class, new class($asked) implements Pause
        {
            public function __construct(private readonly \Closure $asked)
            {
            }

            public function for(float $seconds): void
            {
                ($this->asked)($seconds);
            }
        });
    }

    public function test_nothing_waits_while_all_hashes_are_of_one_kind(): void
    {
        $this->holder();
        $this->refuse('nobody@post.example');
        $this->refuse('tam@post.example');
        self::assertSame([0, []], [self::rows('hash_times'), $this->pauses]);
    }

    public function test_every_refusal_waits_for_the_slowest_and_nobody_waits_twice(): void
    {
        $this->holder('fast@post.example');
        $this->app->make(Accounts::class)->storeHash($this->holder('slow@post.example'), HashKind::describe(password_hash(self::PASSWORD, PASSWORD_BCRYPT, ['cost' => 9])));
        $this->refuse('nobody@post.example');
        $times = DB::table('hash_times')->orderBy('kind')->pluck('seconds', 'kind')->all();
        self::assertSame(['Argon2id 7168/1/1', 'bcrypt 9'], array_keys($times));
        self::assertSame([Machine::here()->id], DB::table('hash_times')->distinct()->pluck('machine')->all());
        // What was measured is taken for granted from then on: figures that could not be are believed.
        DB::table('hash_times')->where('kind', 'bcrypt 9')->update(['seconds' => 1.0]);
        DB::table('hash_times')->where('kind', '!=', 'bcrypt 9')->update(['seconds' => 0.5]);
        foreach (['nobody@post.example', 'fast@post.example', 'slow@post.example'] as $address) {
            $this->pauses = [];
            $began = hrtime(true);
            $this->refuse($address);
            $took = (hrtime(true) - $began) / 1e9;
            // Of 1.4 × 1.5 s, what it took already is left out.
            self::assertThat($this->pauses[0], self::logicalAnd(self::lessThanOrEqual(2.1), self::greaterThanOrEqual(2.1 - $took)), $address);
        }
        $this->pauses = [];
        $this->app->make(RefusalTime::class)->holdBack(hrtime(true) - 10_000_000_000);
        self::assertSame([], $this->pauses, 'who took long enough goes at once');
        $this->signIn('fast@post.example')->assertCreated();
        self::assertSame([], $this->pauses, 'whoever is let in does not wait');
    }

    public function test_nobody_waits_longer_than_three_seconds_whatever_is_stored(): void
    {
        $this->app->make(Accounts::class)->storeHash($this->holder('slow@post.example'), HashKind::describe(password_hash(self::PASSWORD, PASSWORD_BCRYPT, ['cost' => 4])));
        $this->refuse('nobody@post.example');
        DB::table('hash_times')->update(['seconds' => 40.0]);
        $this->pauses = [];
        $this->refuse('nobody@post.example');
        self::assertThat($this->pauses[0], self::logicalAnd(self::lessThanOrEqual(3.0), self::greaterThan(0.0)));
    }

    public function test_a_figure_is_measured_anew_after_a_week(): void
    {
        $this->app->make(Accounts::class)->storeHash($this->holder('slow@post.example'), HashKind::describe(password_hash(self::PASSWORD, PASSWORD_BCRYPT, ['cost' => 4])));
        $this->refuse('nobody@post.example');
        DB::table('hash_times')->update(['seconds' => 40.0]);
        $this->clock->move('+6 days');
        $this->refuse('nobody@post.example');
        self::assertSame(40.0, (float) DB::table('hash_times')->max('seconds'));
        $this->clock->move('+2 days');
        $this->refuse('nobody@post.example');
        self::assertLessThan(40.0, (float) DB::table('hash_times')->max('seconds'));
        self::assertSame(2, self::rows('hash_times'));
    }

    public function test_a_hash_nobody_can_verify_costs_nothing(): void
    {
        $this->app->make(Accounts::class)->storeHash($this->holder('odd@post.example'), HashKind::describe('$y$j9T$abc'));
        $this->refuse('odd@post.example');
        $times = DB::table('hash_times')->pluck('seconds', 'kind');
        self::assertLessThan((float) $times['Argon2id 7168/1/1'], (float) $times['not recognised: y']);
    }

    private function refuse(string $address): void
    {
        $this->knock('POST', '/sessions', ['email' => $address, 'password' => 'not this one'])->assertStatus(401);
    }
}
