<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Credentials\Factors;

use Kennel\Core\Directory\Accounts\FactorDemand;
use Kennel\Core\Directory\Accounts\FactorRules;
use Kennel\Core\Foundation\Documents\Duration;
use PHPUnit\Framework\TestCase;

final class FactorDemandTest extends TestCase
{
    /** @param  list<array{string, string}>  $held */
    private static function due(?string $from, string $app, array $held): ?string
    {
        $rules = new FactorRules(['keeper'], $from === null ? null : new \DateTimeImmutable($from), Duration::parse('P14D'), Duration::parse('P30D'), 10, Duration::nothing());

        return (new FactorDemand($rules, ['keeper', 'chief'], ['vault']))->dueOf($app, new \DateTimeImmutable('2026-01-01'), array_map(static fn (array $one): array => [$one[0], new \DateTimeImmutable($one[1])], $held))?->format('Y-m-d');
    }

    public function test_it_is_due_a_while_after_somebody_came_under_the_rule_and_never_before_its_day(): void
    {
        self::assertNull(self::due(null, 'other', [['observer', '2026-02-01']]));
        self::assertSame('2026-01-15', self::due(null, 'vault', []), 'the app, since the account came');
        self::assertSame('2026-02-15', self::due(null, 'other', [['chief', '2026-02-01']]), 'a role that includes the one that is named');
        self::assertSame('2026-01-15', self::due(null, 'vault', [['keeper', '2026-02-01']]), 'whichever came first');
        self::assertSame('2026-03-01', self::due('2026-03-01', 'other', [['keeper', '2026-01-05']]), 'not before the day');
        self::assertSame('2026-03-24', self::due('2026-03-01', 'other', [['keeper', '2026-03-10']]), 'who comes after the day has grace');
    }
}
