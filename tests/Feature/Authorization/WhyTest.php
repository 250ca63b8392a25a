<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Authorization;

use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Directory\Roles\Roles;
use Kennel\Core\Directory\Roles\RoleDefinition;
use Kennel\Tests\Feature\DoorTestCase;

/** Why somebody may or may not, who may, and what apps ask. */
final class WhyTest extends DoorTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $roles = $this->app->make(Roles::class);
        $roles->write(new RoleDefinition('lead', 'Lead', '', null, [], ['dispatcher']));
    }

    public function test_each_way_is_told_with_who_gave_it_and_until_when(): void
    {
        $this->keeper();
        $tam = $this->holder();
        $this->knock('PUT', "/accounts/{$tam->id}/roles/lead", ['until' => '2026-05-08', 'reason' => 'Stands in for Oriel'], surface: 'console')->assertOk();
        $why = $this->ask("/accounts/{$tam->id}/why?permission=notices:publish")->assertOk();
        self::assertSame([true, 'allowed', 'floodline', true], [$why->json('is_allowed'), $why->json('code'), $why->json('app'), $why->json('is_now')]);
        self::assertSame([['lead', 'dispatcher'], 'reaches', 'Maren Thistlewood', 'Stands in for Oriel', '2026-05-08T00:00:00.000Z'], [array_column((array) $why->json('ways.0.roles'), 'key'), $why->json('ways.0.end'), $why->json('ways.0.assigned_by'), $why->json('ways.0.why'), $why->json('ways.0.until')]);
        $other = $this->ask("/accounts/{$tam->id}/why?permission=notices:publish&app=kitloft")->assertOk();
        self::assertSame([false, 'role.other_app', 'other_app'], [$other->json('is_allowed'), $other->json('code'), $other->json('ways.0.end')]);
        $then = $this->ask("/accounts/{$tam->id}/why?permission=notices:publish&at=2026-05-09")->assertOk();
        self::assertSame([false, 'assignment.lapsed', false], [$then->json('is_allowed'), $then->json('code'), $then->json('is_now')]);
        self::assertSame('assignment.not_yet', $this->ask("/accounts/{$tam->id}/why?permission=notices:publish&at=2026-04-01")->json('code'));
        $this->knock('DELETE', "/accounts/{$tam->id}/roles/lead?reason=Back", surface: 'console')->assertNoContent();
        self::assertSame('assignment.lapsed', $this->ask("/accounts/{$tam->id}/why?permission=notices:publish")->json('code'), 'what was taken is still told');
    }

    public function test_what_is_missing_is_told_with_what_would_allow_it_and_who_could_give_it(): void
    {
        $this->keeper();
        $tam = $this->holder(role: 'reviewer');
        $why = $this->ask("/accounts/{$tam->id}/why?permission=notices:publish")->assertOk();
        self::assertSame([false, 'permission.missing', 'without_permission'], [$why->json('is_allowed'), $why->json('code'), $why->json('ways.0.end')]);
        self::assertSame([['dispatcher', ['notices:publish', 'notices:withdraw'], true], ['lead', ['notices:publish', 'notices:withdraw'], true]], array_map(static fn (array $one): array => [$one['role'], $one['adds'], $one['is_giveable']], array_slice((array) $why->json('would_allow'), 0, 2)));
        self::assertSame(['Maren Thistlewood'], array_column((array) $why->json('givers'), 'name'));
        self::assertSame(['role.permission_near'], self::codes($this->ask("/accounts/{$tam->id}/why?permission=notices:publis")->assertStatus(422)));
        $this->ask('/accounts/00000000-0000-7000-8000-000000000000/why?permission=notices:publish')->assertNotFound();
        $if = $this->knock('POST', "/accounts/{$tam->id}/why", ['permission' => 'notices:publish', 'role' => ['key' => 'reviewer', 'permissions' => ['notices:publish'], 'includes' => []]], surface: 'console')->assertOk();
        self::assertTrue($if->json('is_allowed'), 'if the reviewer could');
        self::assertFalse($this->ask("/accounts/{$tam->id}/why?permission=notices:publish")->json('is_allowed'), 'and nothing was saved');
    }

    public function test_a_way_is_of_no_use_without_full_access(): void
    {
        $this->keeper();
        $tam = $this->holder(proven: false, role: 'dispatcher');
        $why = $this->ask("/accounts/{$tam->id}/why?permission=notices:publish")->assertOk();
        self::assertSame([false, 'standing.limited', 'reaches'], [$why->json('is_allowed'), $why->json('code'), $why->json('ways.0.end')]);
        $this->knock('POST', "/accounts/{$tam->id}/suspend", ['reason' => 'x'], ['If-Match' => '*'], 'console')->assertOk();
        self::assertSame('standing.none', $this->ask("/accounts/{$tam->id}/why?permission=notices:publish")->json('code'));
    }

    public function test_who_may_and_through_what(): void
    {
        $this->keeper();
        $this->holder(role: 'lead');
        $this->holder('bo@post.example', 'Bo', role: 'dispatcher');
        $this->holder('cy@post.example', 'Cy', role: 'reviewer');
        $who = $this->ask('/permissions/notices:publish/holders')->assertOk();
        self::assertSame([['Bo', ['dispatcher']], ['Tam Pellow', ['lead', 'dispatcher']]], array_map(static fn (array $one): array => [$one['name'], $one['ways'][0]['roles']], (array) $who->json('items')));
    }

    public function test_apps_ask_many_things_at_once_and_what_is_unknown_is_denied(): void
    {
        $this->keeper();
        $tam = $this->holder(role: 'dispatcher');
        $this->signIn('tam@post.example', 'pages')->assertCreated();
        $session = (string) $this->knock('GET', '/session')->json('id');
        $questions = [
            ['account' => $tam->id, 'permission' => 'notices:publish'],
            ['account' => $tam->id, 'permission' => 'notices:publish', 'app' => 'kitloft'],
            ['session' => $session, 'permission' => 'notices:publish'],
            ['session' => '00000000-0000-7000-8000-000000000000', 'permission' => 'notices:publish'],
            ['account' => '00000000-0000-7000-8000-000000000000', 'permission' => 'notices:publish'],
            ['account' => $tam->id, 'permission' => 'nothing:known'],
            ['account' => $tam->id, 'permission' => 'kennel:console'],
        ];
        $answers = $this->knock('POST', '/decisions', ['questions' => $questions], surface: 'console')->assertOk();
        self::assertSame(['allowed', 'role.other_app', 'allowed', 'session.unknown', 'account.unknown', 'permission.unknown', 'permission.missing'], array_column((array) $answers->json('answers'), 'code'));
        self::assertSame([true, false, true, false, false, false, false], array_column((array) $answers->json('answers'), 'is_allowed'));
        self::assertSame(['decisions.number'], self::codes($this->knock('POST', '/decisions', ['questions' => []], surface: 'console')->assertStatus(422)));
        self::assertSame(['decisions.number'], self::codes($this->knock('POST', '/decisions', ['questions' => array_fill(0, 101, $questions[0])], surface: 'console')->assertStatus(422)));
        self::assertSame(['type.objects'], self::codes($this->knock('POST', '/decisions', ['questions' => ['x']], surface: 'console')->assertStatus(422)));
        $this->operatorWith('kennel:console', 'kennel:roles.read');
        $this->knock('POST', '/decisions', ['questions' => [$questions[0]]], surface: 'console')->assertForbidden();
    }

    public function test_a_clock_that_was_set_back_takes_nothing_that_was_given(): void
    {
        $this->keeper();
        $tam = $this->holder('tam@post.example', 'Tam', role: 'reviewer');
        $this->clock->move('-2 hours');
        $this->signIn('tam@post.example')->assertCreated();
        self::assertContains('readings:approve', $this->knock('GET', '/session')->assertOk()->json('permissions'));
        self::assertTrue($this->ask("/accounts/{$tam->id}/why?permission=readings:approve")->assertOk()->json('is_allowed'));
        self::assertSame(['allowed'], array_column((array) $this->knock('POST', '/decisions', ['questions' => [['account' => $tam->id, 'permission' => 'readings:approve']]], [], 'console')->json('answers'), 'code'));
        self::assertSame([1], array_map(static fn (array $one): int => count($one['ways']), array_values(array_filter((array) $this->ask('/roles/reviewer/holders')->json('items'), static fn (array $one): bool => $one['id'] === $tam->id))));
    }

    public function test_the_session_of_an_account_page_says_what_one_may_on_its_app_and_nothing_of_kennel(): void
    {
        $this->app->make(Roles::class)->write(new RoleDefinition('elsewhere', 'Elsewhere', '', 'kitloft', ['loans:return'], []));
        $tam = $this->holder('tam@post.example', 'Tam', role: 'support-desk');
        foreach (['observer', 'elsewhere'] as $role) {
            $this->app->make(Assignments::class)->assign($tam->id, $role, 'the test', 'needed');
        }
        $this->signIn('tam@post.example')->assertCreated();
        $may = (array) $this->knock('GET', '/session')->assertOk()->json('permissions');
        self::assertContains('readings:enter', $may);
        self::assertSame([], array_filter($may, static fn (string $one): bool => str_starts_with($one, 'kennel:') || $one === 'loans:return'));
    }
}
