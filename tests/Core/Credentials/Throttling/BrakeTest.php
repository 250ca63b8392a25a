<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Credentials\Throttling;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;
use Kennel\Core\Foundation\Throttling\Brake;
use Kennel\Core\Foundation\Throttling\Limit;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class BrakeTest extends TestCase
{
    private const RULES = ['free' => 3, 'first_delay' => 'PT1S', 'longest_delay' => 'PT5M', 'forgotten_after' => 'PT1H'];

    public function test_each_failure_beyond_the_free_ones_doubles_the_delay_up_to_the_longest(): void
    {
        $brake = Brake::read(new Document(self::RULES));
        self::assertSame([0, 0, 0, 0, 1, 2, 4, 8, 16, 32, 64, 128, 256, 300, 300], array_map($brake->delayAfter(...), range(0, 14)));
        self::assertSame(300, $brake->delayAfter(PHP_INT_MAX), 'no number is too big');
    }

    public function test_without_free_failures_there_is_no_brake(): void
    {
        self::assertSame(0, Brake::read(new Document(['free' => 0] + self::RULES))->delayAfter(1_000));
    }

    public function test_how_many_guesses_an_hour_the_shipped_brake_leaves(): void
    {
        /** @var array{throttles: array{signins_of_account: array<string, mixed>}} $shipped */
        $shipped = require __DIR__.'/../../../../config/rules.php';
        $brake = Brake::read(new Document($shipped['throttles']['signins_of_account']));
        $guesses = $seconds = 0;
        while ($seconds < 3_600) {
            $seconds += $brake->delayAfter(++$guesses);
        }
        self::assertLessThanOrEqual(30, $guesses);
    }

    /** @param  array<string, mixed>  $change */
    #[DataProvider('mistakes')]
    public function test_a_brake_that_contradicts_itself_is_refused(array $change, string $message): void
    {
        $this->expectException(InvalidRuleBook::class);
        $this->expectExceptionMessage($message);
        Brake::read(new Document($change + self::RULES));
    }

    /** @return array<string, array{array<string, mixed>, string}> */
    public static function mistakes(): array
    {
        return [
            'shorter than its first' => [['longest_delay' => 'PT0.5S'], 'longest_delay'],
            'the longest before the first' => [['first_delay' => 'PT10M'], 'longest_delay: must not be shorter than first_delay'],
            'forgotten before it is reached' => [['forgotten_after' => 'PT1M'], 'forgotten_after: must not be shorter than longest_delay'],
            'a rule nobody knows' => [['forever' => true], 'forever: is not a rule'],
        ];
    }

    public function test_a_limit_is_read_strictly(): void
    {
        self::assertSame(5, Limit::read(new Document(['times' => 5, 'within' => 'PT1H']))->times);
        $this->expectExceptionMessage('times: must be a whole number');
        Limit::read(new Document(['times' => -1, 'within' => 'PT1H']));
    }
}
