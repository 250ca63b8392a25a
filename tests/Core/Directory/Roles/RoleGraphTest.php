<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Directory\Roles;

use Eris\Generators;
use Eris\TestTrait;
use Kennel\Core\Directory\Roles\RoleGraph;
use Kennel\Core\Foundation\Permissions\PermissionSet;
use PHPUnit\Framework\TestCase;

final class RoleGraphTest extends TestCase
{
    use TestTrait;

    public function test_denies_by_default(): void
    {
        self::assertFalse((new PermissionSet)->allows('kennel:accounts.read'));
        self::assertFalse((new PermissionSet(['kennel:accounts.read']))->allows('kennel:accounts.manage'));
    }

    public function test_a_star_stands_for_its_prefix_only(): void
    {
        $set = new PermissionSet(['kennel:*']);
        self::assertTrue($set->allows('kennel:accounts.manage'));
        self::assertFalse($set->allows('readings:enter'));
        self::assertFalse($set->allows('kennel'));
    }

    public function test_a_role_carries_what_it_includes(): void
    {
        $graph = new RoleGraph(['observer' => ['readings:enter'], 'reviewer' => ['readings:approve'], 'steward' => ['reaches:manage']], ['reviewer' => ['observer'], 'steward' => ['reviewer']]);
        self::assertSame(['reaches:manage', 'readings:approve', 'readings:enter'], $graph->permissionsOf(['steward'])->names);
        self::assertSame(['readings:enter'], $graph->permissionsOf(['observer'])->names);
        self::assertSame([], $graph->permissionsOf(['no such role'])->names);
    }

    /** ANSI INCITS 359 §5.2: a senior role has every permission of its juniors; and more roles never mean fewer permissions. */
    public function test_inheritance_is_monotone_even_with_cycles(): void
    {
        $roles = ['a', 'b', 'c', 'd'];
        $this->limitTo(150)->forAll(
            Generators::vector(4, Generators::subset($roles)),
            Generators::subset($roles),
            Generators::elements($roles),
        )->then(static function (array $includes, array $assigned, string $another) use ($roles): void {
            $permissions = array_combine($roles, array_map(static fn (string $role): array => ["p:{$role}"], $roles));
            $graph = new RoleGraph($permissions, array_combine($roles, array_map(array_values(...), $includes)));
            $before = $graph->permissionsOf(array_values($assigned))->names;
            $after = $graph->permissionsOf([...array_values($assigned), $another])->names;
            self::assertSame([], array_diff($before, $after));
            foreach ($graph->closure([$another]) as $junior) {
                self::assertSame([], array_diff($graph->permissionsOf([$junior])->names, $graph->permissionsOf([$another])->names));
            }
        });
    }
}
