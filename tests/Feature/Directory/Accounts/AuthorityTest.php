<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Directory\Accounts;

use Illuminate\Support\Facades\DB;
use Kennel\App\Directory\Accounts\Account;
use Kennel\Tests\Feature\DoorTestCase;
use PHPUnit\Framework\Attributes\DataProvider;

/** No operator becomes more than they are. */
final class AuthorityTest extends DoorTestCase
{
    /** @param  array<string, mixed>  $body */
    #[DataProvider('acts')]
    public function test_an_operator_can_not_act_on_one_who_may_do_more(string $permission, string $act, array $body = ['reason' => 'x']): void
    {
        $keeper = $this->holder('maren@alderwend.example', 'Maren', role: 'keeper');
        $auditor = $this->holder('auditor@post.example', 'Auditor', role: 'auditor');
        $this->operatorWith('kennel:console', $permission);
        $before = $this->recordsOf($keeper, $auditor);
        [$method, $path] = explode(' ', $act);
        foreach ([$keeper, $auditor] as $account) {
            $this->knock($method, strtr($path, ['{id}' => $account->id]), $body, ['If-Match' => '*'], 'console')->assertStatus(403)->assertJsonPath('code', 'operator.beyond_authority');
        }
        self::assertSame($before, $this->recordsOf($keeper, $auditor));
        $holder = $this->holder('tam@post.example', role: 'reviewer');
        $status = $this->knock($method, strtr($path, ['{id}' => $holder->id]), $body, ['If-Match' => '*'], 'console')->getStatusCode();
        self::assertNotSame(403, $status, 'permissions of the apps are no permissions over Kennel');
    }

    /** @return array<string, array{0: string, 1: string, 2?: array<string, mixed>}> */
    public static function acts(): array
    {
        return [
            'suspend' => ['kennel:accounts.manage', 'POST /accounts/{id}/suspend'],
            'restore' => ['kennel:accounts.manage', 'POST /accounts/{id}/restore'],
            'temporary password' => ['kennel:accounts.manage', 'POST /accounts/{id}/temporary-password'],
            'a new password, asked for' => ['kennel:accounts.manage', 'POST /accounts/{id}/require-new-password'],
            'a compromised one' => ['kennel:accounts.manage', 'POST /accounts/{id}/require-new-password', ['reason' => 'x', 'compromised' => true]],
            'waive' => ['kennel:accounts.manage', 'POST /accounts/{id}/waive', ['subject' => 'x', 'reason' => 'x']],
            'fields' => ['kennel:accounts.manage', 'PATCH /accounts/{id}/fields', ['fields' => (object) [], 'reason' => 'x']],
            'reset link' => ['kennel:messages.send', 'POST /accounts/{id}/recovery', []],
            'verification link' => ['kennel:messages.send', 'POST /accounts/{id}/verification', []],
        ];
    }

    public function test_nor_end_their_sessions_nor_read_their_links(): void
    {
        $this->holder('maren@alderwend.example', 'Maren', role: 'keeper');
        $this->signIn('maren@alderwend.example', 'console');
        $session = (string) DB::table('sessions')->value('id');
        $this->knock('POST', '/recoveries', ['email' => 'maren@alderwend.example'])->assertStatus(202);
        $this->work('mail');
        $this->holder();
        $this->knock('POST', '/recoveries', ['email' => 'tam@post.example'])->assertStatus(202);
        $this->work('mail');
        $this->inBrowserOf('the operator')->operatorWith('kennel:console', 'kennel:sessions.end', 'kennel:messages.read');
        $this->knock('DELETE', "/sessions/{$session}", surface: 'console')->assertStatus(403);
        self::assertNull(DB::table('sessions')->where('id', $session)->value('ended_at'));
        [$keepers, $holders] = DB::table('messages')->orderBy('seq')->pluck('id')->all();
        $this->ask("/messages/{$keepers}")->assertOk()->assertJsonPath('content_withheld', true);
        self::assertStringContainsString('#t=(withheld)', (string) $this->ask("/messages/{$keepers}")->json('text'));
        self::assertStringContainsString('#t=(withheld)', (string) $this->ask("/messages/{$keepers}/html")->getContent());
        $this->ask("/messages/{$keepers}/eml")->assertStatus(403);
        $this->ask("/messages/{$holders}")->assertOk()->assertJsonPath('content_withheld', false);
    }

    public function test_publishing_gives_nobody_permissions_over_kennel(): void
    {
        $this->operatorWith('kennel:console', 'kennel:rules.read', 'kennel:rules.manage');
        $document = array_replace_recursive((array) config('rules'), ['signup' => ['roles' => ['keeper']]]);
        $this->knock('PUT', '/rules/draft', ['document' => $document], ['If-Match' => '"r0.v0"'], 'console')->assertOk()->assertJsonPath('blockers.0.code', 'rules.role_over_kennel');
        $this->knock('POST', '/rules/draft/review', null, ['If-Match' => '"r0.v1"'], 'console')->assertOk();
        $this->knock('POST', '/rules/draft/publish', ['reason' => 'x'], ['If-Match' => '"r0.v1"'], 'console')->assertStatus(422)->assertJsonPath('reasons.0.code', 'rules.role_over_kennel');
        self::assertSame(0, self::rows('rule_revisions'));
    }

    public function test_a_default_role_that_grew_gives_nothing_to_whoever_signs_up(): void
    {
        DB::table('role_permissions')->insert(['role_key' => 'observer', 'permission' => 'kennel:accounts.read']);
        $this->knock('POST', '/signups', ['app' => 'gaugebook', 'name' => 'Tam', 'email' => 'tam@post.example', 'password' => self::PASSWORD])->assertStatus(202);
        self::assertSame(0, self::rows('assignments'));
    }

    public function test_somebody_usable_who_may_do_everything_is_always_left(): void
    {
        $keeper = $this->keeper();
        $other = $this->holder('oriel@alderwend.example', 'Oriel', role: 'keeper');
        $suspend = fn () => $this->knock('POST', "/accounts/{$other->id}/suspend", ['reason' => 'x'], ['If-Match' => '*'], 'console');
        // The one who asks would be left, but for these: each alone makes her unusable.
        foreach ([['password_hash' => '$unknown$x'], ['password_until' => '2026-05-01T11:00:00.000Z'], ['password_owed' => 'asked']] as $broken) {
            $sound = (array) DB::table('accounts')->where('id', $keeper->id)->first(array_keys($broken));
            DB::table('accounts')->where('id', $keeper->id)->update($broken);
            $response = $suspend();
            // Whoever owes something cannot act at all; the others are told that nobody would be left.
            isset($broken['password_owed']) ? $response->assertStatus(403) : $response->assertStatus(422)->assertJsonPath('reasons.0.code', 'account.last_keeper');
            DB::table('accounts')->where('id', $keeper->id)->update($sound);
        }
        foreach (['temporary-password', 'require-new-password'] as $act) {
            DB::table('accounts')->where('id', $keeper->id)->update(['password_hash' => '$unknown$x']);
            $this->knock('POST', "/accounts/{$other->id}/{$act}", ['reason' => 'x'], ['If-Match' => '*'], 'console')->assertStatus(422)->assertJsonPath('reasons.0.code', 'account.last_keeper');
        }
        DB::table('accounts')->where('id', $keeper->id)->update(['password_hash' => DB::table('accounts')->where('id', $other->id)->value('password_hash')]);
        $suspend()->assertOk();
    }

    public function test_an_operator_who_was_suspended_meanwhile_does_nothing_more(): void
    {
        $operator = $this->operatorWith('kennel:console', 'kennel:accounts.manage');
        $account = $this->holder();
        $authority = $this->app->make(\Kennel\App\Directory\Accounts\OperatorAuthority::class);
        $signedIn = $this->signedIn($operator);
        $authority->require($signedIn, $account);
        DB::table('accounts')->where('id', $operator->id)->update(['status' => 'suspended']);
        $this->expectExceptionMessage('session.required');
        $authority->require($signedIn, $account);
    }

    private function signedIn(Account $account): \Kennel\App\Foundation\Identity\SignedIn
    {
        $standing = $this->app->make(\Kennel\App\Directory\Accounts\Standings::class)->of($account);

        return new \Kennel\App\Foundation\Identity\SignedIn('s', \Kennel\App\Foundation\Identity\Surface::Console, '', $account->id, $account->name, $account->email, null, $standing->access, $this->clock->now());
    }

    /** @return list<mixed> */
    private function recordsOf(Account ...$accounts): array
    {
        $ids = array_column($accounts, 'id');

        return [DB::table('accounts')->whereIn('id', $ids)->get()->all() == [] ? [] : json_encode(DB::table('accounts')->whereIn('id', $ids)->get()), self::rows('messages')];
    }
}
