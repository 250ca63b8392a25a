<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Credentials\Throttling;

use Kennel\Core\Credentials\Throttling\BrakeBook;
use Kennel\Core\Credentials\Throttling\FallingShare;
use Kennel\Core\Credentials\Throttling\GuessBudget;
use Kennel\Core\Foundation\Throttling\ThrottleRules;
use Kennel\Core\Policy\Rules\RuleBook;
use Kennel\Tests\Support\Books;
use PHPUnit\Framework\TestCase;

final class GuessBudgetTest extends TestCase
{
    private const BRAKE = ['free' => 5, 'first_delay' => 'PT2S', 'longest_delay' => 'PT15M', 'forgotten_after' => 'P1D'];

    /** @param  array<string, mixed>  $throttles */
    public static function rules(array $throttles): ThrottleRules
    {
        $off = ['free' => 0];

        return RuleBook::fromArray(array_replace_recursive(Books::demo(), ['throttles' => [...['signins_of_account' => $off, 'signins_of_source' => $off, 'signins_of_net' => $off, 'signins_of_service' => $off, 'ceiling' => 0], ...$throttles]]))->throttles;
    }

    public function test_an_account_by_hand(): void
    {
        $budget = new GuessBudget(self::rules(['signins_of_account' => self::BRAKE]));
        // Six at once; then after 2, 4, 8 … 512 seconds, and every 900.
        self::assertSame(6, $budget->onOneAccount(1));
        self::assertSame(6, $budget->onOneAccount(2));
        self::assertSame(7, $budget->onOneAccount(3));
        self::assertSame(8, $budget->onOneAccount(7));
        self::assertSame(6 + 9 + intdiv(3_600 - 1 - 1_022, 900), $budget->onOneAccount(3_600));
        self::assertSame(2 * $budget->onOneAccount(86_400), $budget->onOneAccount(2 * 86_400), 'all is forgotten after a day');
        self::assertSame(12, (new GuessBudget(self::rules(['signins_of_account' => self::BRAKE, 'ceiling' => 12])))->onOneAccount(86_400 * 365));
    }

    public function test_an_attacker_who_is_played_against_the_very_brake_gets_no_more_and_no_less(): void
    {
        foreach (range(1, 200) as $seed) {
            mt_srand($seed);
            $first = mt_rand(1, 30);
            $longest = $first * 2 ** mt_rand(0, 8);
            $throttles = ['signins_of_account' => ['free' => mt_rand(1, 20), 'first_delay' => "PT{$first}S", 'longest_delay' => "PT{$longest}S", 'forgotten_after' => 'PT'.($longest * mt_rand(1, 9)).'S']];
            $rules = self::rules($throttles);
            $seconds = mt_rand(1, 20_000);
            $book = new BrakeBook($rules->signinsOfAccount);
            $guesses = 0;
            $now = 0;
            while ($now < $seconds * 1_000) {
                $book->fail('a', $now);
                $guesses++;
                $now += $book->wait('a', $now);
            }
            $budget = (new GuessBudget($rules))->onOneAccount($seconds);
            $said = json_encode([$throttles, $seconds], JSON_THROW_ON_ERROR);
            self::assertLessThanOrEqual($budget, $guesses, "an upper bound: {$said}");
            self::assertGreaterThanOrEqual(0.5 * $budget - 3, $guesses, "and a near one: {$said}");
        }
    }

    public function test_more_time_never_means_fewer_and_longer_delays_never_more(): void
    {
        $last = 0;
        foreach ([1, 60, 600, 3_600, 86_400, 864_000, 31_536_000] as $seconds) {
            $now = (new GuessBudget(self::rules(['signins_of_account' => self::BRAKE])))->onOneAccount($seconds);
            self::assertGreaterThanOrEqual($last, $now);
            self::assertGreaterThanOrEqual((new GuessBudget(self::rules(['signins_of_account' => ['first_delay' => 'PT4S'] + self::BRAKE])))->onOneAccount($seconds), $now);
            $last = $now;
        }
    }

    public function test_all_accounts_by_whichever_brake_is_the_narrowest(): void
    {
        $on = ['free' => 10, 'first_delay' => 'PT10M', 'longest_delay' => 'PT10M', 'forgotten_after' => 'PT1H'];
        $budget = fn (array $rules): int => (new GuessBudget(self::rules($rules)))->onAll(3_600, 1_000, 200, 20);
        self::assertSame(200 * 16, $budget(['signins_of_source' => $on]));
        self::assertSame(20 * 16, $budget(['signins_of_source' => $on, 'signins_of_net' => $on]));
        self::assertSame(16, $budget(['signins_of_source' => $on, 'signins_of_net' => $on, 'signins_of_service' => $on]));
        self::assertSame(1_000 * 3, $budget(['ceiling' => 3]));
        self::assertSame(PHP_INT_MAX, $budget([]));
    }

    public function test_the_share_that_falls_grows_with_the_guesses_and_shrinks_where_the_likeliest_are_refused(): void
    {
        self::assertSame(0.0, FallingShare::of(0, 0));
        self::assertEqualsWithDelta(0.021, FallingShare::of(10, 0), 1e-9);
        $last = 0.0;
        foreach ([1, 5, 10, 99, 1_000, 50_000, 10 ** 7, PHP_INT_MAX] as $guesses) {
            $share = FallingShare::of($guesses, 0);
            self::assertGreaterThanOrEqual($last, $share);
            self::assertLessThan($share, FallingShare::of($guesses, 49_000));
            $last = $share;
        }
    }
}
