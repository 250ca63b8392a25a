<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Messaging\Mail;

use Eris\Generators;
use Kennel\Core\Messaging\Mail\AllowanceRules;
use Kennel\Core\Messaging\Mail\DecideAllowance;
use Kennel\Tests\Support\Properties;
use PHPUnit\Framework\TestCase;

final class AllowanceTest extends TestCase
{
    use Properties;

    public function test_the_last_ones_of_a_day_are_for_what_somebody_waits_for(): void
    {
        $may = static fn (bool $isAwaited, int $used): bool => (new DecideAllowance(new AllowanceRules(50, 0, 0, 20)))->may($isAwaited, $used, 0, 0);
        self::assertSame([true, false, true, false], [$may(false, 39), $may(false, 40), $may(true, 49), $may(true, 50)]);
    }

    public function test_an_address_and_an_app_have_limits_of_their_own(): void
    {
        $decide = new DecideAllowance(new AllowanceRules(0, 3, 5, 0));
        self::assertSame([true, false, false], [$decide->may(true, 1_000, 2, 4), $decide->may(true, 0, 3, 0), $decide->may(true, 0, 0, 5)]);
        self::assertTrue((new DecideAllowance(new AllowanceRules(0, 0, 0, 20)))->may(false, 1_000_000, 1_000_000, 1_000_000), 'no limit');
    }

    /** However messages of both sorts come, no day has more than its number, and what is awaited is never held back by what is not. */
    public function test_no_day_has_more_and_what_is_awaited_comes_first(): void
    {
        $this->forAll(Generators::choose(1, 40), Generators::choose(0, 100), Generators::seq(Generators::elements(true, false)))->then(function (int $aDay, int $kept, array $asked): void {
            $rules = new AllowanceRules($aDay, 0, 0, $kept);
            $decide = new DecideAllowance($rules);
            $used = $others = 0;
            foreach ($asked as $isAwaited) {
                if ($decide->may($isAwaited, $used, 0, 0)) {
                    $used++;
                    $others += $isAwaited ? 0 : 1;
                }
            }
            self::assertLessThanOrEqual($aDay, $used);
            self::assertLessThanOrEqual($rules->forOthers(), $others);
            self::assertGreaterThanOrEqual(0, $rules->forOthers());
            self::assertTrue($others > 0 || $used === $aDay || count(array_filter($asked)) === $used || $rules->forOthers() === 0 || ! in_array(false, $asked, true) || $used >= $rules->forOthers());
        });
    }

    public function test_when_they_are_used_up_is_told_by_the_rate_of_the_day(): void
    {
        $decide = new DecideAllowance(new AllowanceRules(50, 0, 0, 0));
        $noon = new \DateTimeImmutable('2026-11-26T12:00:00Z');
        self::assertSame('2026-11-26T15:00:00+00:00', $decide->usedUpAt(40, 0, $noon)?->format(DATE_ATOM), '40 in 12 hours, 10 left');
        self::assertSame('2026-11-26T13:30:00+00:00', $decide->usedUpAt(40, 5, $noon)?->format(DATE_ATOM), 'and 5 that wait');
        self::assertEquals($noon, $decide->usedUpAt(40, 10, $noon));
        self::assertNull($decide->usedUpAt(20, 0, $noon), 'they last');
        self::assertNull($decide->usedUpAt(0, 0, $noon));
        self::assertNull((new DecideAllowance(new AllowanceRules(0, 0, 0, 0)))->usedUpAt(9_999, 0, $noon));
        self::assertSame('2026-11-27T00:00:00+00:00', DecideAllowance::nextDay(new \DateTimeImmutable('2026-11-26T23:30:00-01:00'))->modify('-1 day')->format(DATE_ATOM));
    }
}
