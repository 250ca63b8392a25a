<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Authorization;

use Eris\Generators;
use Kennel\Core\Authorization\DecideAccess;
use Kennel\Core\Authorization\DecideAssignment;
use Kennel\Core\Authorization\DecideEffect;
use Kennel\Core\Authorization\DecideRole;
use Kennel\Core\Authorization\Decision;
use Kennel\Core\Authorization\Holding;
use Kennel\Core\Authorization\Way;
use Kennel\Core\Authorization\WayEnd;
use Kennel\Core\Directory\Roles\Assignment;
use Kennel\Core\Directory\Roles\Permission;
use Kennel\Core\Directory\Roles\RoleDefinition;
use Kennel\Core\Foundation\Identity\Access;
use Kennel\Tests\Support\Properties;
use Kennel\Tests\Support\RoleWorld;
use PHPUnit\Framework\TestCase;

/** ANSI INCITS 359-2004: core, hierarchical and constrained RBAC hold in every world that is generated. */
final class AccessPropertiesTest extends TestCase
{
    use Properties;

    public function test_why_agrees_with_allowed_and_both_with_the_standards_definition(): void
    {
        $this->limitTo(400)->forAll(Generators::choose(0, 1_000_000), Generators::bool())->then(function (int $seed, bool $hasCircles): void {
            $world = new RoleWorld($seed, $hasCircles);
            $decide = new DecideAccess($world->graph());
            $assignments = $world->assignments();
            foreach (RoleWorld::PERMISSIONS as $permission) {
                foreach (RoleWorld::APPS as $app) {
                    $expected = $world->isAllowed($assignments, $permission, $app);
                    $decision = $decide($assignments, $permission, $app, $world->now(), Access::Full);
                    self::assertSame($expected, $decision->isAllowed(), "{$permission} {$app}");
                    self::assertSame($expected, $decide->code($assignments, $permission, $app, $world->now(), Access::Full) === Decision::ALLOWED);
                    self::assertFalse($decide($assignments, $permission, $app, $world->now(), Access::Limited)->isAllowed(), 'of no use without full access');
                    foreach ($decision->ways as $way) {
                        $this->isAWay($way, $world, $permission, $app);
                    }
                    $expected ? $this->reach('allowed') : $this->reach('refused');
                }
            }
        });
        $this->assertReached(300, 'allowed');
        $this->assertReached(1_000, 'refused');
    }

    public function test_inheritance_is_a_partial_order_and_drawn_as_one(): void
    {
        $this->limitTo(200)->forAll(Generators::choose(0, 1_000_000))->then(function (int $seed): void {
            $graph = (new RoleWorld($seed))->graph();
            $levels = $graph->levels();
            foreach ($graph->keys() as $role) {
                self::assertNull($graph->circleAt($role));
                self::assertContains($role, $graph->closure([$role]), 'reflexive');
                foreach ($graph->closure([$role]) as $junior) {
                    self::assertSame([], array_diff($graph->closure([$junior]), $graph->closure([$role])), 'transitive');
                    self::assertTrue($junior === $role || ! in_array($role, $graph->closure([$junior]), true), 'antisymmetric');
                    self::assertTrue($junior === $role || $levels[$junior] < $levels[$role], 'below in the drawing');
                    self::assertSame([], array_diff($graph->permissionsOf([$junior])->names, $graph->permissionsOf([$role])->names));
                }
            }
        });
    }

    public function test_no_sequence_of_acts_breaks_an_exclusion(): void
    {
        $this->limitTo(200)->forAll(Generators::choose(0, 1_000_000))->then(function (int $seed): void {
            $world = new RoleWorld($seed);
            $held = [[], [], []];
            for ($act = 0; $act < 25; $act++) {
                $graph = $world->graph();
                $who = $world->pick(0, 2);
                if ($world->pick(0, 2) > 0) {
                    $given = new Assignment('r'.$world->pick(0, count($world->roles) - 1), $world->now());
                    if ((new DecideAssignment($graph, [], $world->exclusions))($given, $held[$who], $world->now()) === []) {
                        $held[$who][] = $given;
                        $this->reach('given');
                    } else {
                        $this->reach('refused');
                    }
                } else {
                    $index = $world->pick(0, count($world->roles) - 1);
                    $edited = $world->role($index, $index);
                    $after = $graph->with($edited->key, $edited);
                    $broken = (new DecideEffect($graph, $after, $world->exclusions))(self::holdings($held))->broken;
                    if ($broken === [] && self::reasons($world, $edited) === []) {
                        $world->roles[$edited->key] = $edited;
                        $this->reach('edited');
                    }
                }
                foreach ($world->exclusions as $exclusion) {
                    foreach ($held as $assignments) {
                        self::assertSame([], $exclusion->brokenBy(array_map(static fn (Assignment $one): string => $one->role, $assignments), $world->graph()));
                    }
                }
            }
        });
        $this->assertReached(500, 'given');
        $this->assertReached(30, 'refused');
        $this->assertReached(100, 'edited');
    }

    public function test_what_is_shown_of_an_edit_is_what_it_does(): void
    {
        $this->limitTo(200)->forAll(Generators::choose(0, 1_000_000))->then(function (int $seed): void {
            $world = new RoleWorld($seed);
            $accounts = array_map(static fn (): array => $world->assignments(), range(1, 12));
            $accounts = array_map(static fn (array $one): array => array_map(static fn (Assignment $each): Assignment => new Assignment($each->role, $world->now(), null, $each->app), $one), $accounts);
            $before = clone $world;
            $index = $world->pick(0, count($world->roles) - 1);
            $edited = $world->role($index, $index);
            $effect = (new DecideEffect($before->graph(), $before->graph()->with($edited->key, $edited), []))(self::holdings($accounts));
            $world->roles[$edited->key] = $edited;
            [$gained, $lost] = [[], []];
            foreach (RoleWorld::PERMISSIONS as $permission) {
                foreach ($accounts as $assignments) {
                    $reach = static fn (RoleWorld $one): array => array_map(static fn (?string $app): bool => $one->isAllowed($assignments, $permission, $app), RoleWorld::APPS);
                    [$had, $has] = [$reach($before), $reach($world)];
                    $further = static fn (array $some, array $others): bool => array_filter(array_map(static fn (bool $one, bool $other): bool => $one && ! $other, $some, $others)) !== [];
                    $gained[$permission] = ($gained[$permission] ?? 0) + ($further($has, $had) ? 1 : 0);
                    $lost[$permission] = ($lost[$permission] ?? 0) + ($further($had, $has) ? 1 : 0);
                }
            }
            ksort($gained);
            ksort($lost);
            self::assertSame([array_filter($gained), array_filter($lost)], [$effect->gained, $effect->lost]);
            $effect->accounts > 0 ? $this->reach() : null;
        });
        $this->assertReached(50);
    }

    private function isAWay(Way $way, RoleWorld $world, string $permission, ?string $app): void
    {
        self::assertSame($way->assignment->role, $way->roles[0]);
        foreach (array_slice($way->roles, 1) as $index => $role) {
            self::assertContains($role, $world->roles[$way->roles[$index]]->includes, 'each step is an inclusion');
        }
        $carries = in_array($permission, $world->roles[$way->roles[count($way->roles) - 1]]->permissions, true);
        self::assertTrue($carries || $way->end === WayEnd::WithoutPermission);
        if ($way->end === WayEnd::Reaches) {
            self::assertTrue($world->isAllowed([$way->assignment], $permission, $app));
        }
    }

    /**
     * @param  list<list<Assignment>>  $held
     * @return list<Holding>
     */
    private static function holdings(array $held): array
    {
        return array_map(static fn (array $assignments): Holding => new Holding(array_map(static fn (Assignment $one): array => [$one->role, $one->app], $assignments), 1), $held);
    }

    /** @return list<\Kennel\Core\Foundation\Reasons\Reason> */
    private static function reasons(RoleWorld $world, RoleDefinition $role): array
    {
        $catalogue = [];
        foreach (RoleWorld::PERMISSIONS as $key) {
            $catalogue[$key] = new Permission($key, null, '');
        }

        return (new DecideRole($world->graph(), $catalogue, ['floodline', 'kitloft'], $world->exclusions))($role);
    }
}
