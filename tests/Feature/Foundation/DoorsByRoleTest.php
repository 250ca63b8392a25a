<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Foundation;

use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Route;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Endpoint;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Tests\Feature\DoorTestCase;

/**
 * Which role opens which door. The table is written from the rules, read by people and kept beside this test: KENNEL_WRITE_DOORS=1 writes it anew. Knocking at
 * every door as every role of the demo has to come to the same.
 */
final class DoorsByRoleTest extends DoorTestCase
{
    private const TABLE = __DIR__.'/doors-by-role.txt';

    public function test_the_table_is_what_the_rules_say(): void
    {
        $table = '';
        foreach ($this->unguarded() as $door => $access) {
            $table .= sprintf("%-46s %s\n", $door, $access);
        }
        foreach ($this->doors() as $door => $permission) {
            self::assertArrayHasKey($permission, Permission::catalogue(), "{$door} asks for what is in no catalogue");
            $table .= sprintf("%-46s %-30s %s\n", $door, $permission, implode(' ', array_filter($this->roles(), fn (string $role): bool => $this->opens($role, $permission))));
        }
        if (getenv('KENNEL_WRITE_DOORS') === '1') {
            file_put_contents(self::TABLE, $table);
        }
        self::assertSame((string) file_get_contents(self::TABLE), $table);
    }

    public function test_every_door_opens_to_the_roles_of_the_table_and_to_no_other(): void
    {
        $this->keeper();
        $knocks = 0;
        foreach ($this->roles() as $role) {
            $this->holder("{$role}@post.example", "Of {$role}", role: $role);
            $this->signIn("{$role}@post.example", 'console')->assertCreated();
            foreach ($this->doors() as $door => $permission) {
                [$method, $path] = explode(' ', $door);
                // Whoever may do everything is let in everywhere, and is not let do it here.
                if ($role === 'keeper' && $method !== 'GET') {
                    continue;
                }
                $path = strtr($path, ['{id}' => '00000000-0000-7000-8000-000000000001', '{number}' => '1', '{field}' => 'picture', '{kind}' => 'own', '{key}' => 'nothing', '{kid}' => str_repeat('A', 43), '{permission}' => 'nothing:known']);
                DB::beginTransaction();
                $answer = $this->knock($method, $path, in_array($method, ['POST', 'PUT', 'PATCH'], true) ? ['reason' => 'x'] : null, ['If-Match' => '*'], 'console');
                DB::rollBack();
                $isRefused = $answer->getStatusCode() === 403 && $answer->json('code') === 'permission.missing';
                // Some doors ask for a second permission behind the first.
                self::assertTrue($isRefused || $this->opens($role, $permission), "{$role} at {$door}: {$answer->getStatusCode()}");
                if ($role === 'keeper') {
                    self::assertFalse($isRefused, "{$role} at {$door}");
                }
                $knocks++;
            }
        }
        self::assertGreaterThan(700, $knocks);
    }

    private function opens(string $role, string $permission): bool
    {
        return $this->app->make(Roles::class)->graph()->permissionsOf([$role])->allows($permission);
    }

    /** @return list<string> */
    private function roles(): array
    {
        return $this->app->make(Roles::class)->keys();
    }

    /** @return array<string, string> "open" or "own" by door */
    private function unguarded(): array
    {
        return array_filter($this->all(), static fn (string $access): bool => in_array($access, ['open', 'own'], true));
    }

    /** @return array<string, string> permission by door */
    private function doors(): array
    {
        return array_diff_key($this->all(), $this->unguarded());
    }

    /** @return array<string, string> who may come, by door */
    private function all(): array
    {
        $doors = [];
        foreach (Route::getRoutes()->getRoutes() as $route) {
            if (str_starts_with($route->uri(), 'api/v1/')) {
                $doors[$route->methods()[0].' '.substr($route->uri(), strlen('api/v1'))] = (string) $route->getAction(Endpoint::ACCESS);
            }
        }
        ksort($doors);

        return $doors;
    }
}
