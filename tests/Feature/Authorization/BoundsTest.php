<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Authorization;

use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Route;
use Kennel\App\Credentials\Http\RequirePermission;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Directory\Roles\RoleDefinition;
use Kennel\Tests\Feature\DoorTestCase;

/** An operator who is bounded to an app: whatever door they knock at, of the accounts of others nothing comes out, and nothing of them is changed. */
final class BoundsTest extends DoorTestCase
{
    private const MARK = 'Zzyzx';

    private Account $inside;

    private Account $outside;

    protected function setUp(): void
    {
        parent::setUp();
        $this->keeper();
        $this->inside = $this->holder('in@post.example', 'Ines Within');
        $this->outside = $this->holder('zzyzx@elsewhere.example', self::MARK.' Without');
        DB::table('accounts')->where('id', $this->inside->id)->update(['app_key' => 'floodline', 'seen_at' => '2026-05-01T00:00:00.000Z']);
        DB::table('accounts')->where('id', $this->outside->id)->update(['app_key' => 'kitloft', 'seen_at' => '2026-05-01T00:00:00.000Z']);
        $roles = $this->app->make(Roles::class);
        $roles->write(new RoleDefinition('flood-lead', 'Lead', '', 'floodline', ['kennel:console', 'kennel:accounts.read', 'kennel:accounts.manage', 'kennel:accounts.export', 'kennel:roles.read', 'kennel:audit.read', 'kennel:evidence.read', 'kennel:messages.read', 'kennel:messages.send', 'kennel:sessions.read', 'kennel:sessions.end', 'kennel:rules.read', 'kennel:rules.manage', 'kennel:roles.give', 'kennel:signups.read'], []));
        $this->holder('lead@post.example', 'Lena', role: 'flood-lead');
        DB::table('accounts')->where('email', 'lead@post.example')->update(['app_key' => 'floodline']);
        $this->signIn('lead@post.example', 'console')->assertCreated();
    }

    public function test_lists_counts_views_and_files_have_the_accounts_of_the_app(): void
    {
        self::assertSame(['Ines Within', 'Lena'], array_column((array) $this->ask('/accounts?sort=name')->assertOk()->json('items'), 'name'));
        self::assertSame(['Ines Within'], array_column((array) $this->ask('/accounts?q=ines')->json('items'), 'name'));
        self::assertSame([], $this->ask('/accounts?q='.self::MARK)->json('items'));
        self::assertSame([], $this->ask("/accounts?q={$this->outside->id}")->json('items'));
        self::assertSame(['total' => 2, 'total_is_exact' => true], $this->ask('/accounts/count')->json());
        self::assertSame(['total' => 2, 'total_is_exact' => true], $this->ask('/accounts/count?exact=true')->json());
        self::assertSame(0, $this->ask('/accounts?where='.rawurlencode('[["app","is","kitloft"]]'))->json('total'));
        self::assertSame([['accounts', 2]], array_map(static fn (array $one): array => [$one['station'], $one['figure']], (array) $this->ask('/overview')->assertOk()->json('stations')));
        $this->ask("/accounts/{$this->inside->id}")->assertOk();
        $this->ask("/accounts/{$this->outside->id}")->assertNotFound();
        foreach ([['sort' => 'name'], ['ids' => [$this->inside->id, $this->outside->id]]] as $which) {
            $export = $this->knock('POST', '/exports', ['format' => 'csv', 'columns' => ['name'], ...$which], surface: 'console')->assertCreated();
            self::assertStringNotContainsString(self::MARK, $this->ask("/exports/{$export->json('id')}/file")->assertOk()->streamedContent());
        }
        $run = $this->knock('POST', '/bulk-acts', ['act' => 'suspend', 'all' => true], surface: 'console')->assertCreated();
        self::assertSame(2, $run->json('total'));
        $run = $this->knock('POST', '/bulk-acts', ['act' => 'suspend', 'ids' => [$this->inside->id, $this->outside->id]], surface: 'console')->assertCreated();
        self::assertSame(1, $run->json('total'));
    }

    public function test_what_cannot_be_narrowed_is_denied_whatever_the_role_says(): void
    {
        self::assertEqualsCanonicalizing(['kennel:accounts.export', 'kennel:accounts.manage', 'kennel:accounts.read', 'kennel:audit.read', 'kennel:console', 'kennel:evidence.read', 'kennel:messages.read', 'kennel:messages.send', 'kennel:roles.read', 'kennel:sessions.end', 'kennel:sessions.read'], $this->ask('/session')->json('permissions'));
        foreach (['/rules', '/rules/cases', '/signups/funnel', '/passwords/census', '/disclosure'] as $path) {
            $this->ask($path)->assertForbidden()->assertJsonPath('code', 'permission.missing');
        }
        foreach (['/fields', '/metadata-paths', '/imports'] as $path) {
            $this->ask($path)->assertForbidden()->assertJsonPath('code', 'operator.bounded');
        }
        self::assertSame(['account.app_unknown'], self::codes($this->knock('POST', '/accounts', ['name' => 'Cy', 'email' => 'cy@post.example', 'app' => 'kitloft', 'way' => 'link'], surface: 'console')->assertStatus(422)));
        $taken = $this->knock('POST', '/accounts', ['name' => 'Cy', 'email' => 'zzyzx@elsewhere.example', 'app' => 'floodline', 'way' => 'link'], surface: 'console')->assertStatus(422);
        self::assertSame(['account.address_known'], self::codes($taken), 'whose it is is not said');
        $this->knock('POST', '/accounts', ['name' => 'Cy', 'email' => 'cy@post.example', 'app' => 'floodline', 'way' => 'link'], surface: 'console')->assertCreated();
    }

    public function test_trail_evidence_messages_sessions_links_and_holders_are_those_of_the_app(): void
    {
        $both = [$this->inside->id, $this->outside->id];
        foreach ($both as $account) {
            $this->app->make(AuditTrail::class)->record('account.suspended', Actor::system(), ['id' => $account, 'name' => 'x'], ['status' => 'active'], ['status' => 'suspended']);
            $this->app->make(Assignments::class)->assign($account, 'reviewer', 'the test', 'needed');
        }
        foreach (['in@post.example', 'zzyzx@elsewhere.example'] as $address) {
            $this->knock('POST', '/recoveries', ['email' => $address], cookies: [])->assertStatus(202);
            $this->knock('POST', '/sessions', ['email' => $address, 'password' => self::PASSWORD], cookies: [])->assertCreated();
        }
        $whose = static fn (array $items, string $key): array => array_values(array_unique(array_map(static fn (array $one): ?string => data_get($one, $key), $items)));
        self::assertSame([$this->inside->id], $whose(array_filter((array) $this->ask('/audit-events')->assertOk()->json('items'), static fn (array $one): bool => $one['event'] === 'account.suspended'), 'account.id'));
        self::assertSame([], $this->ask("/audit-events?account={$this->outside->id}")->json('items'));
        self::assertNotContains($this->outside->id, $whose((array) $this->ask('/evidence')->assertOk()->json('items'), 'account_id'));
        self::assertContains($this->inside->id, $whose((array) $this->ask('/evidence')->json('items'), 'account_id'));
        self::assertNotContains(null, $whose((array) $this->ask('/evidence')->json('items'), 'account_id'));
        self::assertSame([$this->inside->id], $whose((array) $this->ask('/messages')->assertOk()->json('items'), 'account_id'));
        self::assertSame([$this->inside->id], array_values(array_diff($whose((array) $this->ask('/sessions')->assertOk()->json('items'), 'account.id'), [DB::table('accounts')->where('email', 'lead@post.example')->value('id')])));
        self::assertCount((int) DB::table('challenges')->where('account_id', $this->inside->id)->count(), (array) $this->ask('/challenges')->assertOk()->json('items'));
        self::assertSame(1, array_column((array) $this->ask('/roles')->assertOk()->json('items'), 'holders', 'key')['reviewer']);
        self::assertSame([$this->inside->id], array_column((array) $this->ask('/roles/reviewer/holders')->assertOk()->json('items'), 'id'));
        $message = DB::table('messages')->where('account_id', $this->outside->id)->value('id');
        foreach (['', '/html', '/eml'] as $part) {
            $this->ask("/messages/{$message}{$part}")->assertNotFound();
        }
        $session = DB::table('sessions')->where('account_id', $this->outside->id)->value('id');
        $this->knock('DELETE', "/sessions/{$session}", null, [], 'console')->assertNotFound();
        $this->knock('DELETE', '/sessions/'.DB::table('sessions')->where('account_id', $this->inside->id)->value('id'), null, [], 'console')->assertNoContent();
    }

    public function test_whoever_may_more_than_they_or_elsewhere_is_beyond_them(): void
    {
        $this->app->make(Assignments::class)->assign($this->inside->id, 'support-desk', 'the test', 'needed');
        $this->knock('POST', "/accounts/{$this->inside->id}/suspend", ['reason' => 'x'], ['If-Match' => '*'], 'console')->assertForbidden()->assertJsonPath('code', 'operator.beyond_authority');
        $run = $this->knock('POST', '/bulk-acts', ['act' => 'suspend', 'ids' => [$this->inside->id]], surface: 'console')->assertCreated();
        self::assertSame(['operator.beyond_authority'], array_column((array) $run->json('reasons'), 'code'));
    }

    /** Finds the door that was forgotten: every door there is, knocked at with the account of another app. */
    public function test_no_door_lets_anything_of_another_apps_account_out_or_changes_it(): void
    {
        $before = json_encode(DB::table('accounts')->where('id', $this->outside->id)->first(), JSON_THROW_ON_ERROR);
        $knocks = 0;
        foreach (Route::getRoutes()->getRoutes() as $route) {
            $isOperators = array_filter($route->gatherMiddleware(), static fn ($one): bool => is_string($one) && str_starts_with($one, RequirePermission::class.':')) !== [];
            if (! $isOperators) {
                continue;
            }
            $method = array_values(array_diff($route->methods(), ['HEAD']))[0];
            $path = '/'.strtr(substr($route->uri(), strlen('api/v1/')), ['{id}' => $this->outside->id, '{number}' => '1', '{field}' => 'picture', '{kind}' => 'own', '{key}' => 'reviewer', '{permission}' => 'readings:enter']);
            foreach ([$path, "{$path}?account={$this->outside->id}&q=zzyzx&reason=x"] as $asked) {
                if ($method !== 'GET' && $asked !== $path) {
                    continue;
                }
                DB::beginTransaction();
                $answer = $this->knock($method, $asked, in_array($method, ['POST', 'PUT', 'PATCH'], true) && str_contains($path, $this->outside->id) ? ['reason' => 'x'] : null, ['If-Match' => '*'], 'console');
                $after = json_encode(DB::table('accounts')->where('id', $this->outside->id)->first(), JSON_THROW_ON_ERROR);
                DB::rollBack();
                $content = $answer->baseResponse instanceof \Symfony\Component\HttpFoundation\StreamedResponse ? $answer->streamedContent() : (string) $answer->getContent();
                self::assertStringNotContainsStringIgnoringCase(self::MARK, $content, "{$method} {$asked}");
                self::assertSame($before, $after, "{$method} {$asked}");
                if (str_contains($path, "/accounts/{$this->outside->id}")) {
                    self::assertContains($answer->getStatusCode(), [403, 404, 415, 422], "{$method} {$asked}");
                }
                $knocks++;
            }
        }
        self::assertGreaterThan(120, $knocks);
    }
}
