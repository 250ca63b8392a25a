<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Directory\Roles;

use Kennel\Core\Directory\Roles\Bounds;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class BoundsTest extends TestCase
{
    /**
     * @param  array<string, list<string|null>>  $grants
     * @param  list<string>|null  $bounds
     * @param  list<string>  $permissions
     */
    #[DataProvider('operators')]
    public function test_who_is_bounded_and_what_is_left_to_them(array $grants, ?array $bounds, array $permissions): void
    {
        self::assertSame($bounds, Bounds::of($grants));
        self::assertEqualsCanonicalizing($permissions, Bounds::permissions($grants)->names);
    }

    /** @return array<string, array{array<string, list<string|null>>, list<string>|null, list<string>}> */
    public static function operators(): array
    {
        return [
            'nobody' => [[], null, []],
            'everywhere' => [['kennel:console' => [null], 'kennel:accounts.read' => ['a']], null, ['kennel:console']],
            'of one app' => [['kennel:console' => ['a'], 'kennel:accounts.read' => ['a'], 'texts:write' => [null]], ['a'], ['kennel:console', 'kennel:accounts.read', 'texts:write']],
            'of two, and what holds in both' => [['kennel:console' => ['a', 'b'], 'kennel:accounts.read' => ['b', 'a'], 'kennel:accounts.manage' => ['a']], ['a', 'b'], ['kennel:console', 'kennel:accounts.read']],
            'what cannot be narrowed, held everywhere' => [['kennel:console' => ['a'], 'kennel:rules.manage' => [null], 'kennel:accounts.read' => [null]], ['a'], ['kennel:console', 'kennel:accounts.read']],
            'everything, of one app' => [['kennel:*' => ['a']], ['a'], Bounds::NARROWABLE],
            'everything' => [['kennel:*' => [null, 'a']], null, ['kennel:*']],
        ];
    }

    public function test_whoever_may_more_or_elsewhere_is_not_reached(): void
    {
        $lead = ['kennel:console' => ['a'], 'kennel:accounts.read' => ['a']];
        self::assertTrue(Bounds::reaches($lead, ['texts:write' => [null]]));
        self::assertTrue(Bounds::reaches($lead, ['kennel:accounts.read' => ['a']]));
        self::assertFalse(Bounds::reaches($lead, ['kennel:accounts.read' => ['b']]));
        self::assertFalse(Bounds::reaches($lead, ['kennel:accounts.read' => [null]]));
        self::assertFalse(Bounds::reaches($lead, ['kennel:accounts.manage' => ['a']]));
        self::assertTrue(Bounds::reaches(['kennel:*' => [null]], ['kennel:accounts.manage' => ['a']]));
        self::assertFalse(Bounds::reaches(['kennel:console' => [null]], ['kennel:accounts.manage' => ['a']]), 'a power in one app is one that an operator without it does not take over');
    }
}
