<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Administration\Bulk;

use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Kennel\App\Administration\Bulk\BulkAccount;
use Kennel\App\Administration\Bulk\BulkRun;
use Kennel\App\Administration\Bulk\PlanChunk;
use Kennel\App\Administration\Bulk\WorkThroughBulk;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Fields\FieldValues;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Foundation\Queue\ContinueRun;
use Kennel\App\Foundation\Queue\Step;
use Kennel\App\Messaging\Mail\Message;
use Kennel\Core\Administration\Bulk\Change;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Feature\Trail;
use Kennel\Tests\Support\Books;

/** Acts upon many accounts: what is shown before, what is done, and what is undone. */
final class BulkTest extends DoorTestCase
{
    public function test_a_link_that_was_mailed_before_an_operator_verified_the_address_proves_nothing(): void
    {
        foreach (['first', 'second'] as $which) {
            $this->knock('POST', '/signups', ['app' => 'gaugebook', 'name' => ucfirst($which), 'email' => 'tam@post.example', 'password' => self::PASSWORD." {$which}"])->assertStatus(202);
        }
        $token = $this->tokenSent();
        self::assertSame(2, self::rows('claims'));
        $this->keeper();
        $this->begin($this->check(['act' => 'verify', 'ids' => [(string) DB::table('accounts')->where('email', 'tam@post.example')->value('id')]]))->assertOk()->assertJsonPath('changed', 1);
        self::assertSame(0, self::rows('claims'), 'the second sign-up takes nothing over');
        $this->knock('POST', '/verifications/consume', ['token' => $token, 'password' => self::PASSWORD.' second'])->assertStatus(422);
    }

    public function test_a_page_of_a_run_lists_its_own_accounts_alone(): void
    {
        [$ada, $bo] = $this->three();
        $this->keeper();
        $runs = [$this->check(['act' => 'suspend', 'ids' => [$ada->id]]), $this->check(['act' => 'suspend', 'ids' => [$bo->id]])];
        $names = fn (array $run): array => array_column((array) $this->ask("/bulk-acts/{$run['id']}/accounts")->json('items'), 'name');
        self::assertSame([['Ada'], ['Bo']], array_map($names, $runs));
    }

    public function test_an_account_that_moved_out_of_an_operators_apps_is_out_of_reach(): void
    {
        [$ada, $bo] = $this->three();
        $this->operatorWith('kennel:console', 'kennel:accounts.read', 'kennel:accounts.manage');
        DB::table('assignments')->where('role_key', 'helpdesk')->update(['app_key' => 'gaugebook']);
        $run = $this->check(['act' => 'suspend', 'ids' => [$ada->id, $bo->id]]);
        self::assertSame(2, $run['planned']);
        DB::table('accounts')->where('id', $bo->id)->update(['app_key' => 'floodline']);
        $done = $this->begin($run)->assertOk()->assertJsonPath('changed', 1);
        self::assertSame(['operator.beyond_authority'], array_column((array) $done->json('reasons'), 'code'));
        self::assertSame(['suspended', 'active'], $this->statuses($ada, $bo));
    }

    public function test_rights_that_are_taken_between_two_chunks_do_not_work_on(): void
    {
        $this->operatorWith('kennel:console', 'kennel:accounts.read', 'kennel:accounts.manage');
        $plan = $this->app->make(PlanChunk::class);
        [$ada] = $this->three();
        $this->app->make(Assignments::class)->assign($ada->id, 'support-desk', 'the test', 'needed');
        DB::table('role_permissions')->insert(array_map(static fn (string $permission): array => ['role_key' => 'helpdesk', 'permission' => $permission], ['kennel:sessions.read', 'kennel:sessions.end', 'kennel:messages.read', 'kennel:messages.send', 'kennel:roles.read', 'kennel:invitations.read', 'kennel:audit.read', 'kennel:evidence.read', 'kennel:apps.read', 'kennel:rules.read']));
        $run = BulkRun::query()->where('id', $this->check(['act' => 'suspend', 'ids' => [$ada->id]])['id'])->firstOrFail();
        $rows = array_values(BulkAccount::query()->where('run_id', $run->id)->get()->all());
        self::assertInstanceOf(Change::class, $plan($run, $rows, true)[1][$ada->seq]);
        DB::table('role_permissions')->where('role_key', 'helpdesk')->where('permission', '<>', 'kennel:accounts.manage')->delete();
        self::assertSame('operator.beyond_authority', $plan($run, $rows, true)[1][$ada->seq]);
    }

    public function test_nothing_is_changed_before_it_is_begun_and_then_what_was_shown(): void
    {
        [$ada, $bo, $cy] = $this->three();
        DB::table('accounts')->where('id', $cy->id)->update(['status' => 'suspended']);
        $keeper = $this->keeper();
        $run = $this->check(['act' => 'suspend', 'ids' => [$ada->id, $bo->id, $cy->id, $keeper->id]]);
        self::assertSame(['checked', 4, 2, 2], [$run['state'], $run['total'], $run['planned'], $run['left_out']]);
        self::assertSame([['before' => 'active', 'after' => 'suspended', 'accounts' => 2]], $run['changes']);
        self::assertEqualsCanonicalizing(['account.already_suspended', 'account.self'], array_column($run['reasons'], 'code'));
        self::assertSame(['active', 'active'], $this->statuses($ada, $bo));
        self::assertEqualsCanonicalizing(['Cy', 'Maren Thistlewood'], array_column((array) $this->ask("/bulk-acts/{$run['id']}/accounts?state=left_out")->assertOk()->json('items'), 'name'));
        self::assertSame(['Ada', 'Bo'], array_column((array) $this->ask("/bulk-acts/{$run['id']}/accounts?state=planned")->json('items'), 'name'));
        $first = $this->ask("/bulk-acts/{$run['id']}/accounts?limit=3")->assertOk();
        self::assertCount(1, (array) $this->ask("/bulk-acts/{$run['id']}/accounts?limit=3&cursor={$first->json('next')}")->json('items'));

        self::assertSame(['reason.required'], self::codes($this->begin($run, '')->assertStatus(422)));
        $done = $this->begin($run)->assertOk();
        self::assertSame(['done', 2, 2], [$done->json('state'), $done->json('changed'), $done->json('left_out')]);
        self::assertSame(['suspended', 'suspended'], $this->statuses($ada, $bo));
        $events = Trail::of('account.suspended');
        self::assertSame([['Ada', 'Spring cleaning'], ['Bo', 'Spring cleaning']], array_map(static fn (array $event): array => [$event['account_name'], $event['reason']], $events));
        self::assertSame([$run['act_id']], DB::table('audit_events')->where('event', 'account.suspended')->distinct()->pluck('act_id')->all(), 'one act');
        self::assertSame('Spring cleaning', $this->ask("/accounts/{$ada->id}")->json('status_reason'));
        self::assertSame(['bulk.not_checked'], self::codes($this->begin($run)->assertStatus(422)), 'once');
    }

    public function test_what_was_edited_meanwhile_is_left_out(): void
    {
        [$ada, $bo] = $this->three();
        $this->keeper();
        $run = $this->check(['act' => 'require_password', 'ids' => [$ada->id, $bo->id]]);
        $this->app->make(Accounts::class)->touch(Account::query()->where('id', $ada->id)->sole());
        $done = $this->begin($run)->assertOk();
        self::assertSame([1, 1, ['bulk.changed_since']], [$done->json('changed'), $done->json('left_out'), array_column((array) $done->json('reasons'), 'code')]);
        self::assertSame(['', 'asked'], [$this->column($ada, 'password_owed'), $this->column($bo, 'password_owed')]);
    }

    public function test_all_that_match_are_meant_by_conditions(): void
    {
        $this->three();
        $this->keeper();
        $this->holder('di@post.example', 'Di', proven: false);
        $run = $this->check(['act' => 'verify', 'all' => true, 'where' => '[["status","is","pending"]]']);
        self::assertSame([1, 1], [$run['total'], $run['planned']]);
        $this->begin($run)->assertOk()->assertJsonPath('changed', 1)->assertJsonPath('can_be_undone', false)->assertJsonPath('undoable_until', null);
        self::assertSame(0, $this->check(['act' => 'suspend', 'all' => true, 'search' => 'nobody'])['total']);
        self::assertSame(1, $this->check(['act' => 'suspend', 'all' => true, 'search' => 'ada'])['total']);
    }

    public function test_is_undone_for_a_day_but_for_whom_was_changed_since(): void
    {
        [$ada, $bo, $cy] = $this->three();
        $this->keeper();
        $run = $this->begin($this->check(['act' => 'close', 'ids' => [$ada->id, $bo->id, $cy->id]]))->assertOk();
        self::assertSame('2026-05-02T12:00:00.000Z', $run->json('undoable_until'));
        self::assertSame(3, Message::query()->where('kind', 'account_closed')->count());
        $this->knock('POST', "/accounts/{$bo->id}/reopen", ['reason' => 'Asked'], ['If-Match' => '*'], 'console')->assertOk();
        $undoing = $this->knock('POST', "/bulk-acts/{$run->json('id')}/undo", surface: 'console')->assertCreated();
        self::assertSame([2, ['bulk.changed_since']], [$undoing->json('planned'), array_column((array) $undoing->json('reasons'), 'code')]);
        $this->begin((array) $undoing->json(), 'Closed by mistake')->assertOk()->assertJsonPath('changed', 2);
        self::assertSame(['active', 'active', 'active'], $this->statuses($ada, $bo, $cy));
        self::assertNull($this->column($ada, 'closed_at'));
        self::assertSame([3, 3], [Message::query()->where('kind', 'account_closed')->count(), Message::query()->where('kind', 'account_reopened')->count()], 'what is undone is told as what it is');
        self::assertSame(['bulk.not_undoable'], self::codes($this->knock('POST', "/bulk-acts/{$run->json('id')}/undo", surface: 'console')->assertStatus(422)), 'once');
        self::assertSame(['bulk.not_undoable'], self::codes($this->knock('POST', "/bulk-acts/{$undoing->json('id')}/undo", surface: 'console')->assertStatus(422)), 'an undoing is not undone');
        self::assertCount(2, Trail::of('account.change_undone'));
    }

    public function test_not_after_a_day(): void
    {
        [$ada] = $this->three();
        $this->keeper();
        $run = $this->begin($this->check(['act' => 'suspend', 'ids' => [$ada->id]]))->assertOk();
        $this->clock->move('+24 hours');
        $this->signIn('maren@alderwend.example', 'console')->assertCreated();
        self::assertSame(['bulk.not_undoable'], self::codes($this->knock('POST', "/bulk-acts/{$run->json('id')}/undo", surface: 'console')->assertStatus(422)));
    }

    public function test_mends_near_misses_of_a_field_and_puts_them_back(): void
    {
        $this->define(array_map(static fn (array $field): array => array_replace($field, ['required' => 'never']), Books::demo()['fields']));
        $store = $this->app->make(FieldValues::class);
        $people = $this->three();
        foreach (['saltings', 'Mill reach', 'Old Weir'] as $index => $reach) {
            $store->write($people[$index]->seq, ['home_reach' => $reach, 'speaks' => ['en']]);
        }
        $this->keeper();
        $run = $this->check(['act' => 'set_field', 'parameters' => ['field' => 'home_reach', 'values' => ['saltings' => 'Saltings', 'Mill reach' => 'Mill Reach']], 'ids' => array_column($people, 'id')]);
        self::assertEqualsCanonicalizing([['saltings', 'Saltings', 1], ['Mill reach', 'Mill Reach', 1]], array_map(array_values(...), $run['changes']));
        self::assertSame(['bulk.other_value'], array_column($run['reasons'], 'code'));
        $this->begin($run)->assertOk()->assertJsonPath('changed', 2);
        self::assertSame(['home_reach' => 'Saltings', 'speaks' => ['en']], $store->of($people[0]->seq));
        self::assertSame('Old Weir', $store->of($people[2]->seq)['home_reach']);
        $undoing = $this->knock('POST', "/bulk-acts/{$run['id']}/undo", surface: 'console')->assertCreated();
        $this->begin((array) $undoing->json())->assertOk()->assertJsonPath('changed', 2);
        self::assertSame('"saltings"', DB::table('field_values')->where('account_seq', $people[0]->seq)->where('field_key', 'home_reach')->value('value'), 'as it was, fitting or not');

        foreach ([['field' => 'nothing'], ['field' => 'speaks', 'value' => 'en'], ['field' => 'home_reach', 'values' => []]] as $odd) {
            $this->knock('POST', '/bulk-acts', ['act' => 'set_field', 'parameters' => $odd, 'ids' => [$people[0]->id]], surface: 'console')->assertStatus(422);
        }
        self::assertSame(['field.choice_unknown'], self::codes($this->knock('POST', '/bulk-acts', ['act' => 'set_field', 'parameters' => ['field' => 'home_reach', 'value' => 'Atlantis'], 'ids' => [$people[0]->id]], surface: 'console')->assertStatus(422)));
    }

    public function test_sets_and_takes_a_key_of_metadata(): void
    {
        [$ada, $bo, $cy] = $this->three();
        $this->keeper();
        $this->knock('PUT', "/accounts/{$bo->id}/metadata/internal", '{"insurance":{"until":"2026"},"kept":1}', ['Content-Type' => 'application/json', 'If-Match' => '*'], 'console')->assertOk();
        $this->knock('PUT', "/accounts/{$cy->id}/metadata/internal", '{"insurance":"2027","kept":1}', ['Content-Type' => 'application/json', 'If-Match' => '*'], 'console')->assertOk();
        $run = $this->check(['act' => 'set_metadata', 'parameters' => ['key' => 'internal.insurance', 'value' => '2027'], 'ids' => [$ada->id, $bo->id, $cy->id]]);
        self::assertEqualsCanonicalizing(['bulk.holds_more', 'bulk.holds_already'], array_column($run['reasons'], 'code'));
        $this->begin($run)->assertOk();
        self::assertSame(['insurance' => '2027'], $this->ask("/accounts/{$ada->id}/metadata")->json('internal'));
        $undoing = $this->knock('POST', "/bulk-acts/{$run['id']}/undo", surface: 'console')->assertCreated();
        $this->begin((array) $undoing->json())->assertOk();
        self::assertSame([], $this->ask("/accounts/{$ada->id}/metadata")->json('internal'));
        self::assertSame(['where.metadata'], self::codes($this->knock('POST', '/bulk-acts', ['act' => 'set_metadata', 'parameters' => ['key' => 'insurance'], 'ids' => [$ada->id]], surface: 'console')->assertStatus(422)));
    }

    public function test_gives_and_takes_a_role_within_the_operators_own(): void
    {
        [$ada, $bo] = $this->three();
        $this->keeper();
        $run = $this->check(['act' => 'give_role', 'parameters' => ['role' => 'reviewer'], 'ids' => [$ada->id, $bo->id]]);
        $this->begin($run)->assertOk()->assertJsonPath('changed', 2);
        self::assertSame([['reviewer', 'Spring cleaning']], array_map(static fn (array $role): array => [$role['role'], $role['why']], $this->app->make(Assignments::class)->of($ada->id)));
        self::assertSame(['role.held_already'], array_column($this->check(['act' => 'give_role', 'parameters' => ['role' => 'reviewer'], 'ids' => [$ada->id]])['reasons'], 'code'));
        $this->begin($this->check(['act' => 'take_role', 'parameters' => ['role' => 'reviewer'], 'ids' => [$bo->id]]))->assertOk()->assertJsonPath('changed', 1);
        self::assertSame([], $this->app->make(Assignments::class)->of($bo->id));
        $this->holder('oriel@alderwend.example', 'Oriel', role: 'keeper');
        $all = $this->check(['act' => 'take_role', 'parameters' => ['role' => 'keeper'], 'all' => true]);
        self::assertSame([1, 1], [$all['planned'], array_column($all['reasons'], 'accounts', 'code')['account.self']], 'whoever takes it keeps it');

        $this->operatorWith('kennel:console', 'kennel:accounts.read', 'kennel:roles.give');
        self::assertSame(['role.beyond_authority'], self::codes($this->knock('POST', '/bulk-acts', ['act' => 'give_role', 'parameters' => ['role' => 'keeper'], 'ids' => [$ada->id]], surface: 'console')->assertStatus(422)));
        $this->knock('POST', '/bulk-acts', ['act' => 'suspend', 'ids' => [$ada->id]], surface: 'console')->assertStatus(403);
    }

    public function test_who_may_not_give_a_role_any_more_does_not_give_it_back_by_undoing(): void
    {
        DB::table('roles')->insert(['key' => 'reader', 'summary' => 'Made for this test', 'app_key' => null]);
        DB::table('role_permissions')->insert(['role_key' => 'reader', 'permission' => 'kennel:audit.read']);
        $ada = $this->holder('ada@post.example', 'Ada', role: 'reader');
        $operator = $this->operatorWith('kennel:console', 'kennel:accounts.read', 'kennel:roles.give');
        $this->app->make(Assignments::class)->assign($operator->id, 'reader', 'the test', 'needed');
        $run = $this->begin($this->check(['act' => 'take_role', 'parameters' => ['role' => 'reader'], 'ids' => [$ada->id]]))->assertOk()->assertJsonPath('changed', 1);
        $undoing = (array) $this->knock('POST', "/bulk-acts/{$run->json('id')}/undo", surface: 'console')->assertCreated()->json();
        self::assertSame(1, $undoing['planned']);

        DB::table('assignments')->where('account_id', $operator->id)->where('role_key', 'reader')->delete();
        $this->begin($undoing)->assertOk()->assertJsonPath('changed', 0);
        self::assertSame([], $this->app->make(Assignments::class)->of($ada->id));
    }

    public function test_a_keeper_who_can_sign_in_is_left_whoever_is_meant(): void
    {
        $keepers = [$this->keeper(), $this->holder('oriel@alderwend.example', 'Oriel', role: 'keeper'), $this->holder('kofi@alderwend.example', 'Kofi', role: 'keeper')];
        DB::table('accounts')->where('id', $keepers[0]->id)->update(['password_owed' => '']);
        $run = $this->check(['act' => 'require_password', 'all' => true]);
        self::assertSame(['account.last_keeper'], array_column($run['reasons'], 'code'));
        $this->begin($run)->assertOk()->assertJsonPath('changed', 2);
        self::assertSame(1, DB::table('accounts')->where('password_owed', '')->count());
    }

    public function test_somebody_elses_act_is_nobodys_business(): void
    {
        [$ada] = $this->three();
        $this->keeper();
        $run = $this->check(['act' => 'suspend', 'ids' => [$ada->id]]);
        $this->operatorWith('kennel:console', 'kennel:accounts.read', 'kennel:accounts.manage');
        foreach (['GET' => '', 'DELETE' => ''] as $method => $path) {
            $this->knock($method, "/bulk-acts/{$run['id']}{$path}", surface: 'console')->assertNotFound();
        }
        $this->begin($run)->assertNotFound();
        self::assertSame([], $this->ask('/bulk-acts')->json('items'));
    }

    public function test_an_operator_reaches_no_keeper_by_way_of_many(): void
    {
        $keeper = $this->holder('maren@alderwend.example', 'Maren Thistlewood', role: 'keeper');
        $this->holder('oriel@alderwend.example', 'Oriel', role: 'keeper');
        $this->operatorWith('kennel:console', 'kennel:accounts.read', 'kennel:accounts.manage', 'kennel:sessions.end');
        $run = $this->check(['act' => 'suspend', 'ids' => [$keeper->id]]);
        self::assertSame([0, ['operator.beyond_authority']], [$run['planned'], array_column($run['reasons'], 'code')]);
        self::assertSame(['bulk.nothing'], self::codes($this->begin($run)->assertStatus(422)));
    }

    public function test_many_are_worked_through_in_the_background_each_once(): void
    {
        $this->keeper();
        $this->many(1_203);
        $run = $this->check(['act' => 'suspend', 'all' => true, 'where' => '[["origin","is","import"]]']);
        self::assertSame(['checking', 1_203, 0], [$run['state'], $run['total'], $run['done']]);
        $this->work();
        $this->ask("/bulk-acts/{$run['id']}")->assertJsonPath('state', 'checked')->assertJsonPath('planned', 1_203);
        $this->begin($run)->assertOk()->assertJsonPath('state', 'running');
        $this->app->make(WorkThroughBulk::class)->work($run['id'], Step::endless());
        $this->ask("/bulk-acts/{$run['id']}")->assertJsonPath('state', 'done')->assertJsonPath('changed', 1_203);
        self::assertSame(1_203, DB::table('accounts')->where('status', 'suspended')->where('version', 2)->count(), 'each once');
        self::assertSame(1_203, DB::table('audit_events')->where('event', 'account.suspended')->count());
    }

    public function test_stopped_midway_what_was_done_stays_and_is_undone(): void
    {
        $this->keeper();
        $this->many(900);
        $run = $this->check(['act' => 'suspend', 'all' => true, 'where' => '[["origin","is","import"]]']);
        $this->work();
        $this->begin($run)->assertOk();
        DB::table('jobs')->delete();
        (new \ReflectionMethod(WorkThroughBulk::class, 'chunk'))->invoke($this->app->make(WorkThroughBulk::class), $run['id']);
        // Each is told by mail, so they go in small steps.
        $this->knock('DELETE', "/bulk-acts/{$run['id']}", surface: 'console')->assertOk()->assertJsonPath('state', 'cancelled')->assertJsonPath('changed', 20);
        ContinueRun::dispatch(WorkThroughBulk::class, $run['id']);
        $this->work();
        self::assertSame(20, DB::table('accounts')->where('status', 'suspended')->count(), 'no more after it was stopped');
        $undoing = $this->knock('POST', "/bulk-acts/{$run['id']}/undo", surface: 'console')->assertCreated();
        $this->begin((array) $undoing->json())->assertOk()->assertJsonPath('changed', 20);
        self::assertSame(0, DB::table('accounts')->where('status', 'suspended')->count());
    }

    public function test_an_operator_who_is_stopped_meanwhile_does_nothing_more(): void
    {
        $keeper = $this->keeper();
        $this->many(700);
        $run = $this->check(['act' => 'suspend', 'all' => true, 'where' => '[["origin","is","import"]]']);
        $this->work();
        $this->begin($run)->assertOk();
        DB::table('assignments')->where('account_id', $keeper->id)->delete();
        $this->work();
        self::assertSame(['failed', 'bulk.operator_stopped'], array_values((array) DB::table('bulk_runs')->where('id', $run['id'])->first(['state', 'failure'])));
        self::assertSame(0, DB::table('accounts')->where('status', 'suspended')->count());
    }

    public function test_what_is_invalid_is_named(): void
    {
        $this->keeper();
        $codes = fn (array $body): array => self::codes($this->knock('POST', '/bulk-acts', $body, surface: 'console')->assertStatus(422));
        self::assertSame(['bulk.act'], $codes(['act' => 'vanish', 'all' => true]));
        self::assertSame(['bulk.whom'], $codes(['act' => 'suspend']));
        self::assertSame(['bulk.whom'], $codes(['act' => 'suspend', 'all' => true, 'ids' => ['x']]));
        self::assertSame(['bulk.too_many_ids'], $codes(['act' => 'suspend', 'ids' => array_fill(0, 1_001, 'x')]));
        self::assertSame(['where.list'], $codes(['act' => 'suspend', 'all' => true, 'where' => 'x']));
        self::assertSame(['role.unknown'], $codes(['act' => 'give_role', 'all' => true, 'parameters' => ['role' => 'none']]));
    }

    public function test_signs_out_and_resends(): void
    {
        [$ada, $bo] = $this->three();
        $di = $this->holder('di@post.example', 'Di', proven: false);
        $this->signIn('ada@post.example')->assertCreated();
        $this->keeper();
        $out = $this->check(['act' => 'sign_out', 'ids' => [$ada->id, $bo->id]]);
        self::assertSame([1, ['bulk.no_session']], [$out['planned'], array_column($out['reasons'], 'code')]);
        $this->begin($out)->assertOk()->assertJsonPath('changed', 1);
        self::assertSame(1, DB::table('sessions')->where('account_id', $ada->id)->whereNotNull('ended_at')->count());
        $this->begin($this->check(['act' => 'resend', 'ids' => [$di->id, $ada->id]]))->assertOk()->assertJsonPath('changed', 1);
        self::assertSame(['di@post.example'], Message::query()->where('kind', 'verify_address')->pluck('recipient')->all());
    }

    /** @return array{Account, Account, Account} */
    private function three(): array
    {
        return [$this->holder('ada@post.example', 'Ada'), $this->holder('bo@post.example', 'Bo'), $this->holder('cy@post.example', 'Cy')];
    }

    private function many(int $count): void
    {
        $holder = array_diff_key(Account::query()->first()?->getAttributes() ?? [], ['seq' => 0]);
        $rows = array_map(static fn (int $index): array => [...$holder, 'id' => sprintf('00000000-0000-7000-8000-%012d', $index), 'email' => "m{$index}@post.example", 'lookup_key' => "m{$index}@post.example", 'came_by' => 'import', 'version' => 1], range(1, $count));
        array_map(static fn (array $chunk) => DB::table('accounts')->insert($chunk), array_chunk($rows, 50));
    }

    /**
     * @param  array<string, mixed>  $body
     * @return array<string, mixed>
     */
    private function check(array $body): array
    {
        return (array) $this->knock('POST', '/bulk-acts', $body, surface: 'console')->assertCreated()->json();
    }

    /** @param  array<string, mixed>  $run */
    private function begin(array $run, string $why = 'Spring cleaning'): TestResponse
    {
        return $this->knock('POST', "/bulk-acts/{$run['id']}/begin", ['reason' => $why], surface: 'console');
    }

    /** @return list<string> */
    private function statuses(Account ...$accounts): array
    {
        return array_values(array_map(fn (Account $account): string => (string) $this->column($account, 'status'), $accounts));
    }

    private function column(Account $account, string $column): mixed
    {
        return DB::table('accounts')->where('id', $account->id)->value($column);
    }
}
