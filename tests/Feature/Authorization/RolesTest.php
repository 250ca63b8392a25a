<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Authorization;

use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Directory\Roles\CataloguedPermission;
use Kennel\App\Directory\Roles\ExcludedRole;
use Kennel\App\Directory\Roles\RoleExclusion;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Feature\Trail;

/** Roles made, changed, given, taken and excluded. */
final class RolesTest extends DoorTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        RoleExclusion::query()->delete();
        CataloguedPermission::query()->insert(['key' => 'notices:draft', 'app_key' => null, 'description' => 'Draft a notice']);
    }

    public function test_operators_neither_give_nor_take_their_own_roles(): void
    {
        $operator = $this->operatorWith('kennel:*');
        self::assertSame(['account.self'], self::codes($this->give($operator->id, 'auditor')->assertStatus(422)));
        self::assertSame(['account.self'], self::codes($this->take($operator->id, 'helpdesk')->assertStatus(422)));
        self::assertSame(['helpdesk'], DB::table('assignments')->where('account_id', $operator->id)->pluck('role_key')->all());
    }

    public function test_the_tag_of_an_account_changes_with_its_roles(): void
    {
        $account = $this->holder();
        $this->keeper();
        $version = static fn (): int => (int) DB::table('accounts')->where('id', $account->id)->value('version');
        $before = $version();
        $this->give($account->id, 'reviewer')->assertSuccessful();
        self::assertSame($before + 1, $version());
        $this->take($account->id, 'reviewer')->assertSuccessful();
        self::assertSame($before + 2, $version());
    }

    public function test_a_purge_takes_the_roles_whose_time_is_over_and_no_others(): void
    {
        $account = $this->holder();
        $assign = function (string $role, ?string $until) use ($account): void {
            $this->app->make(Assignments::class)->assign($account->id, $role, 'the test', 'needed');
            DB::table('assignments')->where('role_key', $role)->update(['until' => $until]);
        };
        $assign('reviewer', '2026-05-02T12:00:00.000Z');
        $assign('dispatcher', '2026-05-01T11:59:59.000Z');
        $assign('observer', null);
        $this->command('kennel:purge');
        self::assertSame(['observer', 'reviewer'], DB::table('assignments')->orderBy('role_key')->pluck('role_key')->all());
    }

    public function test_a_role_is_made_changed_and_deleted_and_the_trail_says_so(): void
    {
        $this->keeper();
        $made = $this->save('POST', '/roles', ['key' => 'caller', 'label' => 'Dispatcher', 'summary' => 'Publishes notices.', 'permissions' => ['notices:publish']])->assertCreated();
        self::assertSame(['caller', 'Dispatcher', ['notices:publish'], 1, 0], [$made->json('key'), $made->json('label'), $made->json('permissions'), $made->json('version'), $made->json('holders')]);
        self::assertSame(['role.key_taken'], self::codes($this->save('POST', '/roles', ['key' => 'caller'])->assertStatus(422)));
        $this->save('PUT', '/roles/caller', ['label' => 'On duty', 'permissions' => ['notices:publish', 'notices:withdraw'], 'includes' => ['reviewer']], 1)->assertOk()->assertJsonPath('version', 2)->assertHeader('ETag', '"v2"');
        $this->save('PUT', '/roles/caller', ['permissions' => []], 1)->assertStatus(412);
        $this->knock('DELETE', '/roles/caller?reason=No+notices+any+more', null, ['If-Match' => '"v2"'], 'console')->assertNoContent();
        self::assertFalse($this->app->make(Roles::class)->exists('caller'));
        self::assertSame(['role.made', 'role.changed', 'role.deleted'], DB::table('audit_events')->where('event', 'like', 'role.%')->orderBy('seq')->pluck('event')->all());
    }

    public function test_what_is_invalid_is_named_with_what_was_probably_meant(): void
    {
        $this->keeper();
        foreach ([
            ['key' => 'Odd Key'], ['key' => 'a', 'label' => ''], ['key' => 'a', 'app' => 'nowhere'], ['key' => 'a', 'permissions' => ['nothing:like.it']], ['key' => 'a', 'permissions' => ['notices:publsh']],
            ['key' => 'a', 'includes' => ['nobody']], ['key' => 'a', 'includes' => ['a']],
        ] as $index => $odd) {
            $codes = ['role.key', 'role.label', 'role.app_unknown', 'role.permission_unknown', 'role.permission_near', 'role.included_unknown', 'role.circle'];
            self::assertSame([$codes[$index]], self::codes($this->save('POST', '/roles', $odd)->assertStatus(422)), $codes[$index]);
        }
        $this->save('POST', '/roles', ['key' => 'senior', 'includes' => ['reviewer']])->assertCreated();
        $circle = $this->save('PUT', '/roles/reviewer', ['includes' => ['senior']], 1)->assertStatus(422);
        self::assertStringContainsString('reviewer, senior, reviewer', (string) $circle->json('reasons.0.message'));
        self::assertSame(['key.unknown'], self::codes($this->save('POST', '/roles', ['key' => 'b', 'holders' => 3])->assertStatus(422)));
    }

    public function test_nobody_makes_a_role_of_what_they_may_not_do(): void
    {
        $this->keeper();
        $this->operatorWith('kennel:console', 'kennel:roles.manage', 'kennel:roles.read', 'kennel:accounts.read');
        self::assertSame(['role.beyond_authority'], self::codes($this->save('POST', '/roles', ['key' => 'mine', 'permissions' => ['kennel:accounts.manage']])->assertStatus(422)));
        self::assertSame(['role.beyond_authority'], self::codes($this->save('POST', '/roles', ['key' => 'mine', 'includes' => ['keeper']])->assertStatus(422)));
        self::assertSame(['role.beyond_authority'], self::codes($this->save('PUT', '/roles/keeper', ['permissions' => []], 1)->assertStatus(422)));
        self::assertSame(['role.beyond_authority'], self::codes($this->knock('DELETE', '/roles/keeper', null, ['If-Match' => '*'], 'console')->assertStatus(422)));
        $this->save('POST', '/roles', ['key' => 'mine', 'permissions' => ['kennel:console', 'notices:publish']])->assertCreated();
    }

    public function test_the_last_who_may_do_everything_is_left_whatever_is_edited(): void
    {
        $keeper = $this->keeper();
        self::assertSame(['role.last_keeper'], self::codes($this->save('PUT', '/roles/keeper', ['permissions' => ['kennel:console']], 1)->assertStatus(422)));
        self::assertSame(['role.last_keeper'], self::codes($this->knock('DELETE', '/roles/keeper', null, ['If-Match' => '*'], 'console')->assertStatus(422)));
        $other = $this->holder('oriel@alderwend.example', 'Oriel');
        $this->give($other->id, 'keeper', ['until' => '2026-05-08'])->assertOk();
        $this->signIn('oriel@alderwend.example', 'console')->assertCreated();
        self::assertSame(['role.last_keeper'], self::codes($this->take($keeper->id, 'keeper')->assertStatus(422)), 'one for a week does not count');
        $this->signIn('maren@alderwend.example', 'console')->assertCreated();
        $this->give($other->id, 'keeper')->assertOk();
        $this->signIn('oriel@alderwend.example', 'console')->assertCreated();
        $this->give($keeper->id, 'keeper', ['until' => '2026-05-08'])->assertOk();
        $this->take($keeper->id, 'keeper')->assertNoContent();
    }

    public function test_a_role_for_a_week_holds_until_its_moment_and_not_after_it(): void
    {
        $this->keeper();
        $tam = $this->holder();
        $box = $this->box($this->give($tam->id, 'reviewer', ['until' => '2026-05-08T12:00:00Z'])->assertOk(), 'reviewer');
        self::assertSame('2026-05-08T12:00:00.000Z', $box['assignment']['until']);
        self::assertSame(1, $this->ask('/roles/reviewer/holders')->json('total'));
        $this->clock->move('+6 days 23 hours 59 minutes');
        $this->signIn('maren@alderwend.example', 'console')->assertCreated();
        self::assertSame(['reviewer'], array_column((array) $this->ask("/accounts/{$tam->id}")->json('roles'), 'role'));
        $this->clock->move('+1 minute');
        $this->signIn('maren@alderwend.example', 'console')->assertCreated();
        self::assertSame([], $this->ask("/accounts/{$tam->id}")->json('roles'), 'from that moment on, and nobody had to tidy up');
        self::assertSame(0, $this->ask('/roles/reviewer/holders')->json('total'));
        self::assertSame(0, $this->ask('/accounts?where='.rawurlencode('[["role","is","reviewer"]]'))->json('total'));
        self::assertSame(0, $this->box($this->ask('/roles'), 'reviewer', 'key')['holders']);
        $this->command('kennel:purge');
        self::assertSame([0, 'its time was over'], [DB::table('assignments')->where('account_id', $tam->id)->count(), DB::table('past_assignments')->value('ended_why')]);
        self::assertSame('', DB::table('accounts')->where('id', $tam->id)->value('role_keys'));
        $this->give($tam->id, 'reviewer')->assertOk();
        self::assertSame(['assignment.until_past'], self::codes($this->give($tam->id, 'reviewer', ['until' => '2026-05-01'])->assertStatus(422)));
        self::assertSame(['type.moment'], self::codes($this->give($tam->id, 'reviewer', ['until' => 'tomorrow'])->assertStatus(422)));
    }

    public function test_roles_that_exclude_each_other_are_held_together_by_no_way(): void
    {
        $this->keeper();
        $tam = $this->holder(role: 'reviewer');
        $this->save('POST', '/roles', ['key' => 'senior', 'includes' => ['reviewer']])->assertCreated();
        $this->save('PUT', '/exclusions/four-eyes', ['roles' => ['reviewer', 'auditor'], 'too_many' => 2, 'why' => 'Nobody checks themselves.'])->assertOk();
        self::assertSame(['role.excluded'], self::codes($this->give($tam->id, 'auditor')->assertStatus(422)));
        self::assertSame('role.excluded', $this->box($this->ask("/accounts/{$tam->id}/roles"), 'auditor')['locked']);
        $bo = $this->holder('bo@post.example', 'Bo', role: 'auditor');
        self::assertSame(['role.excluded'], self::codes($this->give($bo->id, 'senior')->assertStatus(422)), 'through inclusion');
        self::assertSame(['role.excluded_within'], self::codes($this->save('PUT', '/roles/senior', ['includes' => ['reviewer', 'auditor']], 1)->assertStatus(422)));
        $run = $this->knock('POST', '/bulk-acts', ['act' => 'give_role', 'parameters' => ['role' => 'auditor'], 'ids' => [$tam->id, $bo->id]], surface: 'console')->assertCreated();
        self::assertEqualsCanonicalizing(['role.excluded', 'role.held_already'], array_column((array) $run->json('reasons'), 'code'));
        self::assertSame(['role.excluded'], self::codes($this->knock('POST', '/accounts', ['name' => 'Cy', 'email' => 'cy@post.example', 'app' => 'gaugebook', 'way' => 'link', 'roles' => ['auditor', 'reviewer']], surface: 'console')->assertStatus(422)));
        self::assertSame(['role.excluded_within'], self::codes($this->save('PUT', '/exclusions/odd', ['roles' => ['senior', 'reviewer'], 'too_many' => 2, 'why' => 'x'])->assertStatus(422)), 'one includes the other');
        $change = ['roles' => ['reviewer', 'auditor'], 'too_many' => 2, 'why' => 'Said better.'];
        $this->knock('PUT', '/exclusions/four-eyes', $change, surface: 'console')->assertStatus(428);
        $this->save('PUT', '/exclusions/four-eyes', $change, 9)->assertStatus(412);
        self::assertSame('"v2"', $this->save('PUT', '/exclusions/four-eyes', $change, 1)->assertOk()->headers->get('ETag'));
        $this->knock('DELETE', '/exclusions/four-eyes', surface: 'console')->assertNoContent();
        $this->give($tam->id, 'auditor')->assertOk();
        self::assertSame(['role.would_break'], self::codes($this->save('PUT', '/exclusions/four-eyes', ['roles' => ['reviewer', 'auditor'], 'too_many' => 2, 'why' => 'Again.'])->assertStatus(422)), 'Tam holds both');
        self::assertCount(1, Trail::of('exclusion.made'));
    }

    public function test_an_operator_says_nothing_of_roles_that_they_could_not_edit(): void
    {
        $this->operatorWith('kennel:console', 'kennel:roles.read', 'kennel:roles.manage', 'kennel:roles.give');
        $put = fn (string $key, array $roles): array => self::codes($this->knock('PUT', "/exclusions/{$key}", ['roles' => $roles, 'too_many' => 2, 'why' => 'as asked'], ['If-Match' => '*'], 'console'));
        self::assertSame(['role.beyond_authority'], $put('zz', ['keeper', 'steward']));
        self::assertSame([], $put('zz', ['dispatcher', 'observer']));
        DB::table('role_permissions')->insert(['role_key' => 'observer', 'permission' => 'kennel:rules.read']);
        $this->app->make(Roles::class)->readAgain();
        self::assertSame(['role.beyond_authority'], $put('zz', ['dispatcher', 'observer']), 'nor takes one out of it');
        self::assertSame(['role.beyond_authority'], self::codes($this->knock('DELETE', '/exclusions/zz', headers: ['If-Match' => '*'], surface: 'console')));
    }

    public function test_an_exclusion_that_was_made_meanwhile_counts_for_who_read_roles_before_it(): void
    {
        $this->keeper();
        $tam = $this->holder(role: 'reviewer');
        // As a worker has them, in the middle of its step.
        $this->app->make(Roles::class)->graph();
        self::assertSame([], $this->app->make(Roles::class)->exclusions());
        RoleExclusion::query()->insert(['key' => 'meanwhile', 'too_many' => 2, 'why' => 'x']);
        ExcludedRole::query()->insert([['exclusion_key' => 'meanwhile', 'role_key' => 'reviewer'], ['exclusion_key' => 'meanwhile', 'role_key' => 'auditor']]);
        try {
            $this->app->make(Assignments::class)->assignAll([$tam->id], ['auditor'], 'the test', 'needed');
            self::fail('It was given.');
        } catch (Refusal $refusal) {
            self::assertSame('role.excluded', $refusal->reasons[0]->code);
        }
        self::assertSame(['reviewer'], $this->app->make(Assignments::class)->ofAll([$tam->id])[$tam->id]);
    }

    public function test_what_an_edit_does_is_shown_before_and_happens_then(): void
    {
        $this->keeper();
        $tam = $this->holder(role: 'reviewer');
        $bo = $this->holder('bo@post.example', 'Bo', role: 'reviewer');
        $effect = $this->knock('POST', '/roles/reviewer/effect', ['permissions' => ['notices:publish']], surface: 'console')->assertOk();
        self::assertSame([2, [['permission' => 'notices:publish', 'accounts' => 2]], array_map(static fn (string $lost): array => ['permission' => $lost, 'accounts' => 2], ['readings:approve', 'readings:correct', 'readings:enter']), []], [$effect->json('accounts'), $effect->json('gained'), $effect->json('lost'), $effect->json('reasons')]);
        self::assertEqualsCanonicalizing([[$tam->id, ['notices:publish']], [$bo->id, ['notices:publish']]], array_map(static fn (array $one): array => [$one['id'], $one['gained']], (array) $effect->json('who')));
        $gone = $this->knock('POST', '/roles/reviewer/effect', ['delete' => true], surface: 'console')->assertOk();
        self::assertSame([2, 2], [$gone->json('accounts'), $gone->json('losing_role')]);
        self::assertSame(['role.permission_near'], array_column((array) $this->knock('POST', '/roles/reviewer/effect', ['permissions' => ['notices:publis']], surface: 'console')->json('reasons'), 'code'));
        $version = $this->box($this->ask('/roles'), 'reviewer', 'key')['version'];
        $this->save('PUT', '/roles/reviewer', ['permissions' => ['notices:publish']], $version)->assertOk();
        self::assertTrue($this->ask("/accounts/{$tam->id}/why?permission=notices:publish")->json('is_allowed'));
        self::assertFalse($this->ask("/accounts/{$tam->id}/why?permission=readings:enter")->json('is_allowed'));
    }

    public function test_the_catalogue_is_registered_and_only_what_no_role_carries_leaves_it(): void
    {
        $this->keeper();
        $this->knock('PUT', '/permissions/kit:lend', ['app' => 'kitloft', 'description' => 'Lend kit'], surface: 'console')->assertOk()->assertJsonPath('app', 'kitloft');
        self::assertSame(['permission.kennels'], self::codes($this->knock('PUT', '/permissions/kennel:fly', ['description' => 'x'], surface: 'console')->assertStatus(422)));
        self::assertSame(['permission.description'], self::codes($this->knock('PUT', '/permissions/kit:take', ['description' => ''], surface: 'console')->assertStatus(422)));
        self::assertSame(['role.permission_of_other_app'], self::codes($this->save('POST', '/roles', ['key' => 'lender', 'app' => 'gaugebook', 'permissions' => ['kit:lend']])->assertStatus(422)));
        $this->save('POST', '/roles', ['key' => 'lender', 'app' => 'kitloft', 'permissions' => ['kit:lend']])->assertCreated();
        self::assertSame(['permission.carried'], self::codes($this->knock('DELETE', '/permissions/kit:lend', surface: 'console')->assertStatus(422)));
        $this->knock('DELETE', '/permissions/notices:draft', surface: 'console')->assertNoContent();
        self::assertNotContains('notices:draft', array_column((array) $this->ask('/permissions')->json('items'), 'key'));
    }

    public function test_each_app_gives_roles_of_its_own_at_sign_up_and_none_that_reaches_kennel(): void
    {
        config(['rules.apps' => array_map(static fn (array $app): array => $app['key'] === 'gaugebook' ? [...$app, 'roles' => ['dispatcher', 'auditor']] : $app, (array) config('rules.apps'))]);
        $this->keeper();
        $rolesOf = fn (string $app): array => array_column((array) $this->knock('POST', '/accounts', ['name' => 'Cy', 'email' => "cy@{$app}.example", 'app' => $app, 'way' => 'link'], surface: 'console')->assertCreated()->json('account.roles'), 'role');
        self::assertSame(['dispatcher', ...config('rules.signup.roles')], $rolesOf('gaugebook'));
        self::assertSame(config('rules.signup.roles'), $rolesOf('kitloft'));
        $this->save('POST', '/roles', ['key' => 'senior', 'includes' => ['dispatcher']])->assertCreated();
        self::assertSame(['role.is_default'], self::codes($this->knock('DELETE', '/roles/dispatcher', null, ['If-Match' => '*'], 'console')->assertStatus(422)));
        self::assertSame(['exclusion.defaults'], self::codes($this->save('PUT', '/exclusions/odd', ['roles' => ['dispatcher', 'auditor'], 'too_many' => 2, 'why' => 'x'])->assertStatus(422)));
    }

    public function test_a_keeper_of_one_app_is_not_the_last_keeper(): void
    {
        $keeper = $this->keeper();
        $this->save('POST', '/roles', ['key' => 'half', 'app' => 'floodline', 'permissions' => ['kennel:*']])->assertCreated();
        $other = $this->holder('oriel@alderwend.example', 'Oriel', role: 'half');
        $this->app->make(Assignments::class)->assign($other->id, 'keeper', 'the test', 'needed', app: 'floodline');
        self::assertSame(['role.last_keeper'], self::codes($this->save('PUT', '/roles/keeper', ['permissions' => ['kennel:console', 'kennel:roles.manage', 'kennel:roles.give', 'kennel:roles.read', 'kennel:accounts.read']], 1)->assertStatus(422)));
        self::assertTrue(in_array('keeper', array_column((array) $this->ask("/accounts/{$keeper->id}")->json('roles'), 'role'), true));
    }

    public function test_a_box_says_why_it_is_locked(): void
    {
        $keeper = $this->keeper();
        $tam = $this->holder();
        $this->save('POST', '/roles', ['key' => 'senior', 'includes' => ['reviewer']])->assertCreated();
        $this->give($tam->id, 'senior')->assertOk();
        $boxes = $this->ask("/accounts/{$tam->id}/roles")->assertOk();
        self::assertSame(['senior', 'role.included_already'], [$this->box($boxes, 'reviewer')['through'], $this->box($boxes, 'reviewer')['locked']]);
        self::assertNull($this->box($boxes, 'auditor')['locked']);
        self::assertSame('account.self', $this->box($this->ask("/accounts/{$keeper->id}/roles"), 'auditor')['locked']);
        $this->operatorWith('kennel:console', 'kennel:accounts.read', 'kennel:roles.read', 'kennel:roles.give');
        $boxes = $this->ask("/accounts/{$tam->id}/roles")->assertOk();
        self::assertSame('role.beyond_authority', $this->box($boxes, 'keeper')['locked']);
        self::assertSame('operator.beyond_authority', $this->box($this->ask("/accounts/{$keeper->id}/roles"), 'auditor')['locked']);
        self::assertSame(['role.beyond_authority'], self::codes($this->give($tam->id, 'keeper')->assertStatus(422)));
        $this->give($keeper->id, 'reviewer')->assertStatus(403)->assertJsonPath('code', 'operator.beyond_authority');
    }

    /** @param  array<string, mixed>  $body */
    private function save(string $method, string $path, array $body, ?int $version = null): TestResponse
    {
        return $this->knock($method, $path, $body, $version === null ? [] : ['If-Match' => "\"v{$version}\""], 'console');
    }

    /** @param  array<string, mixed>  $more */
    private function give(string $account, string $role, array $more = []): TestResponse
    {
        return $this->knock('PUT', "/accounts/{$account}/roles/{$role}", ['reason' => 'Stands in', ...$more], surface: 'console');
    }

    private function take(string $account, string $role): TestResponse
    {
        return $this->knock('DELETE', "/accounts/{$account}/roles/{$role}?reason=Moved+away", surface: 'console');
    }

    /** @return array<string, mixed> */
    private function box(TestResponse $answer, string $role, string $by = 'role'): array
    {
        return array_column((array) $answer->json('items'), null, $by)[$role];
    }
}
