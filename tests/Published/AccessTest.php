<?php

declare(strict_types=1);

namespace Kennel\Tests\Published;

use Kennel\Core\Authorization\DecideAccess;
use Kennel\Core\Authorization\Decision;
use Kennel\Core\Directory\Roles\Assignment;
use Kennel\Core\Foundation\Identity\Access;
use Kennel\Tests\Support\Node;
use Kennel\Tests\Support\RoleWorld;
use PHPUnit\Framework\TestCase;

/**
 * A second opinion: the npm package casbin 5.51.1, an authorisation library, told the same made-up worlds as a policy of roles with domains. What counts for another app
 * and what does not hold is not told at all, so that its own rules are about the hierarchy alone, with and without circles.
 */
final class AccessTest extends TestCase
{
    private const WORLDS = 250;

    private const MODEL = <<<'CONF'
        [request_definition]
        r = sub, dom, obj
        [policy_definition]
        p = sub, dom, obj
        [role_definition]
        g = _, _, _
        [policy_effect]
        e = some(where (p.eft == allow))
        [matchers]
        m = g(r.sub, p.sub, r.dom) && r.dom == p.dom && r.obj == p.obj
        CONF;

    private const ASK = <<<'JS'
        const { newEnforcer, newModelFromString } = await import('casbin');
        output = [];
        for (const { model, p, g, asked } of input) {
          const enforcer = await newEnforcer(newModelFromString(model));
          if (p.length > 0) await enforcer.addPolicies(p);
          if (g.length > 0) await enforcer.addGroupingPolicies(g);
          output.push(await Promise.all(asked.map((one) => enforcer.enforce(...one))));
        }
        JS;

    public function test_another_library_comes_to_the_same(): void
    {
        $told = $ours = [];
        for ($seed = 1; $seed <= self::WORLDS; $seed++) {
            $world = new RoleWorld($seed, $seed % 2 === 0);
            $assignments = $world->assignments();
            $decide = new DecideAccess($world->graph());
            [$p, $g, $asked] = [[], [], []];
            foreach (RoleWorld::APPS as $app) {
                $domain = $app ?? 'none';
                $counting = array_filter($world->roles, static fn ($role): bool => $role->app === null || $role->app === $app);
                foreach ($counting as $role) {
                    foreach ($role->permissions as $permission) {
                        $p[] = [$role->key, $domain, $permission];
                    }
                    foreach (array_intersect($role->includes, array_keys($counting)) as $included) {
                        $g[] = [$role->key, $included, $domain];
                    }
                }
                foreach (array_filter($assignments, static fn (Assignment $one): bool => $one->holdsAt($world->now()) && isset($counting[$one->role]) && in_array($one->app, [null, $app], true)) as $one) {
                    $g[] = ['somebody', $one->role, $domain];
                }
                foreach (RoleWorld::PERMISSIONS as $permission) {
                    $asked[] = ['somebody', $domain, $permission];
                    $ours[$seed - 1][] = $decide->code($assignments, $permission, $app, $world->now(), Access::Full) === Decision::ALLOWED;
                }
            }
            $told[] = ['model' => self::MODEL, 'p' => $p, 'g' => array_values(array_unique($g, SORT_REGULAR)), 'asked' => $asked];
        }
        self::assertSame($ours, Node::ask(self::ASK, $told));
        self::assertGreaterThan(200, count(array_filter(array_merge(...$ours))), 'some are allowed');
    }
}
