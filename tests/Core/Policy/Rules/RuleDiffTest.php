<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Policy\Rules;

use Kennel\Core\Policy\Rules\RuleDiff;
use PHPUnit\Framework\TestCase;

final class RuleDiffTest extends TestCase
{
    public function test_names_what_was_added_changed_and_taken_away_by_its_path(): void
    {
        self::assertSame([
            'password.minimum' => ['before' => 8, 'after' => 12],
            'password.gone' => ['before' => true, 'after' => null],
            'password.new' => ['before' => null, 'after' => false],
        ], RuleDiff::between(['password' => ['minimum' => 8, 'gone' => true]], ['password' => ['minimum' => 12, 'new' => false]]));
    }

    public function test_a_list_with_keys_is_compared_by_key_and_its_order_only_where_both_have_it(): void
    {
        $field = static fn (string $key, string $label): array => ['key' => $key, 'label' => $label];
        $before = ['fields' => [$field('a', 'A'), $field('b', 'B')]];
        self::assertSame(['fields.b.label' => ['before' => 'B', 'after' => 'Bee']], RuleDiff::between($before, ['fields' => [$field('a', 'A'), $field('b', 'Bee')]]));
        self::assertSame(['fields.c' => ['before' => null, 'after' => $field('c', 'C')]], RuleDiff::between($before, ['fields' => [$field('c', 'C'), $field('a', 'A'), $field('b', 'B')]]), 'an added item moves nobody');
        self::assertSame(['fields.a' => ['before' => $field('a', 'A'), 'after' => null]], RuleDiff::between($before, ['fields' => [$field('b', 'B')]]));
        self::assertSame(['fields.(order)' => ['before' => ['a', 'b'], 'after' => ['b', 'a']]], RuleDiff::between($before, ['fields' => [$field('b', 'B'), $field('a', 'A')]]));
        self::assertSame([], RuleDiff::between($before, $before));
    }
}
