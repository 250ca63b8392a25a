<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Credentials\Throttling;

use Kennel\Core\Credentials\Throttling\PastSignin;
use Kennel\Core\Credentials\Throttling\Replay;
use PHPUnit\Framework\TestCase;

final class ReplayTest extends TestCase
{
    private const ACCOUNT = ['signins_of_account' => ['free' => 3, 'first_delay' => 'PT1M', 'longest_delay' => 'PT10M', 'forgotten_after' => 'PT1H']];

    /**
     * @param  list<array{int, string, string, bool, bool}>  $past  second, account, source, known, right
     * @param  array<string, mixed>  $throttles
     */
    private static function replay(array $past, array $throttles): Replay
    {
        $replay = new Replay(GuessBudgetTest::rules($throttles));
        foreach ($past as [$second, $account, $source, $known, $right]) {
            $replay->meet(new PastSignin($second * 1_000, $account, $source, "net of {$source}", $known, $right));
        }

        return $replay;
    }

    public function test_who_comes_with_the_right_password_behind_a_guesser_waits_unless_their_device_is_known(): void
    {
        $guesses = array_map(static fn (int $at): array => [$at, 'tam', 'evil', false, false], range(0, 3));
        $stranger = self::replay([...$guesses, [10, 'tam', 'home', false, true]], self::ACCOUNT);
        self::assertSame(['tam' => 53], $stranger->heldBack());
        self::assertSame([4, 0], [$stranger->guessesThrough(), $stranger->guessesStopped()]);
        self::assertSame([], self::replay([...$guesses, [10, 'tam', 'home', true, true]], self::ACCOUNT)->heldBack());
        self::assertSame(['tam' => -1], self::replay([...$guesses, [10, 'tam', 'home', false, true]], ['ceiling' => 4])->heldBack(), 'waiting would not help');
        self::assertSame(1, self::replay([...$guesses, [10, 'tam', 'evil', false, false]], self::ACCOUNT)->guessesStopped());
    }

    public function test_success_wipes_the_account_clean_and_never_the_source(): void
    {
        $past = [[0, 'tam', 'a', false, false], [1, 'tam', 'a', false, false], [2, 'tam', 'a', false, true], [3, 'tam', 'a', false, false], [4, 'tam', 'a', false, false], [5, 'tam', 'a', false, false]];
        self::assertSame(0, self::replay($past, self::ACCOUNT)->guessesStopped());
        self::assertSame(5, self::replay($past, self::ACCOUNT)->guessesThrough());
    }

    public function test_no_sequence_of_failures_holds_back_a_known_device_that_made_none(): void
    {
        foreach (range(1, 100) as $seed) {
            mt_srand($seed);
            $past = [];
            $second = 0;
            for ($at = 0; $at < 400; $at++) {
                $second += mt_rand(0, 3);
                $past[] = [$second, mt_rand(0, 2) === 0 ? 'tam' : 'other', 'evil'.mt_rand(0, mt_rand(0, 50)), false, false];
            }
            $rules = [...self::ACCOUNT, 'signins_of_source' => ['free' => 2, 'first_delay' => 'PT5M', 'longest_delay' => 'PT1H', 'forgotten_after' => 'P1D'], 'signins_of_service' => ['free' => 5, 'first_delay' => 'PT5M', 'longest_delay' => 'PT1H', 'forgotten_after' => 'P1D'], 'ceiling' => mt_rand(0, 20)];
            self::assertSame([], self::replay([...$past, [$second, 'tam', 'evil0', true, true]], $rules)->heldBack());
        }
    }

    public function test_a_narrower_brake_lets_no_more_guesses_through(): void
    {
        foreach (range(1, 60) as $seed) {
            mt_srand($seed);
            $past = [];
            $second = 0;
            for ($at = 0; $at < 300; $at++) {
                $second += mt_rand(0, 40);
                $past[] = [$second, 'tam', 'evil', false, false];
            }
            $wide = self::replay($past, self::ACCOUNT)->guessesThrough();
            $narrow = self::replay($past, [...self::ACCOUNT, 'ceiling' => 10])->guessesThrough();
            self::assertLessThanOrEqual($wide, $narrow);
            self::assertLessThanOrEqual(10, $narrow);
        }
    }
}
