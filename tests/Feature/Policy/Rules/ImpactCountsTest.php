<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Policy\Rules;

use Kennel\App\Policy\Impact\ImpactCounts;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Policy\Impact\Finding;
use PHPUnit\Framework\TestCase;

final class ImpactCountsTest extends TestCase
{
    public function test_all_are_counted_and_the_first_of_each_kind_are_listed(): void
    {
        $finding = static fn (string $kind, ?string $field = null): array => ['account' => 'one', 'finding' => new Finding($kind, new Reason('password.too_short', $field))];
        $counts = new ImpactCounts([['kind' => Finding::COLLISION, 'code' => 'password.too_short', 'field' => null, 'count' => 1_999]]);
        $listed = $counts->add([$finding(Finding::COLLISION), $finding(Finding::COLLISION), $finding(Finding::PAST_REFUSED), $finding(Finding::PAST_REFUSED, 'password')]);
        self::assertSame(['collision' => 2_001, 'past_refused' => 1, 'past_refused password' => 1], array_column(array_map(static fn (array $one): array => ['of' => trim("{$one['kind']} {$one['field']}"), 'count' => $one['count']], $counts->all()), 'count', 'of'));
        self::assertSame([Finding::COLLISION, Finding::PAST_REFUSED, Finding::PAST_REFUSED], array_map(static fn (array $one): string => $one['finding']->kind, $listed), 'the two thousandth is listed, and no more after it');
        self::assertSame([], $counts->add([$finding(Finding::COLLISION)]));
    }
}
