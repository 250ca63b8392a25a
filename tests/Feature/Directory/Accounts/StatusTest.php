<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Directory\Accounts;

use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Kennel\App\Messaging\Mail\Message;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Feature\Trail;

/** Closing, reopening, vouching, signing out everywhere. Suspending is in AccountsTest. */
final class StatusTest extends DoorTestCase
{
    public function test_closes_with_sessions_and_links_tells_the_holder_and_reopens(): void
    {
        $account = $this->holder();
        $this->signIn()->assertCreated();
        $pages = ['__Host-kennel-pages' => $this->cookies()['__Host-kennel-pages']];
        $this->knock('POST', '/recoveries', ['email' => 'tam@post.example'], ['Idempotency-Key' => 'r'])->assertStatus(202);
        $token = $this->tokenSent();
        $this->keeper();
        $this->act($account->id, 'close', '"v2"')->assertOk()->assertJsonPath('status', 'closed')->assertJsonPath('access', 'none')->assertJsonPath('status_reason', 'Asked for it');
        $this->knock('GET', '/session', cookies: $pages)->assertStatus(401);
        $this->knock('POST', '/recoveries/inspect', ['token' => $token])->assertStatus(422);
        $this->signIn()->assertStatus(401);
        self::assertSame(['account_closed', 'Gaugebook: your account is closed'], [$this->newest()->kind, $this->newest()->subject]);
        self::assertStringContainsString('"live_sessions":{"before":1,"after":0}', Trail::sole('account.closed')['changes']);

        self::assertSame(['account.already_closed'], self::codes($this->act($account->id, 'close')));
        self::assertSame(['account.already_closed'], self::codes($this->act($account->id, 'suspend')));
        self::assertSame(['account.not_suspended'], self::codes($this->act($account->id, 'restore')));
        $this->act($account->id, 'reopen')->assertOk()->assertJsonPath('status', 'active')->assertJsonPath('status_reason', null);
        self::assertNull(DB::table('accounts')->where('id', $account->id)->value('closed_at'));
        self::assertSame('account_reopened', $this->newest()->kind);
        $this->signIn()->assertCreated();
        self::assertSame(['account.not_closed'], self::codes($this->act($account->id, 'reopen')));
    }

    public function test_reopening_proves_no_address(): void
    {
        $account = $this->holder(proven: false);
        $this->keeper();
        $this->act($account->id, 'close')->assertOk();
        $this->act($account->id, 'reopen')->assertOk()->assertJsonPath('status', 'pending');
    }

    public function test_keepers_close_neither_themselves_nor_the_last(): void
    {
        $keeper = $this->keeper();
        self::assertSame(['account.last_keeper'], self::codes($this->act($keeper->id, 'close')));
        $this->holder('oriel@alderwend.example', 'Oriel Vance', role: 'keeper');
        self::assertSame(['account.self'], self::codes($this->act($keeper->id, 'close')));
    }

    public function test_a_holder_leaves_with_their_password(): void
    {
        $account = $this->holder();
        $this->signIn()->assertCreated();
        self::assertSame(['password.current_wrong'], self::codes($this->knock('POST', '/account/close', ['current' => 'not this one'])->assertStatus(422)));
        self::assertSame(['password.current_wrong'], self::codes($this->knock('POST', '/account/close', [])->assertStatus(422)));
        $this->knock('POST', '/account/close', ['current' => self::PASSWORD])->assertOk()->assertJsonPath('reopenable_until', '2026-05-31T12:00:00.000Z');
        $this->knock('GET', '/session')->assertStatus(401);
        $this->signIn()->assertStatus(401);
        $event = Trail::sole('account.closed');
        self::assertSame(['holder', 'Tam Pellow', null], [$event['actor_kind'], $event['actor_name'], $event['reason']]);
        self::assertSame('closed', DB::table('accounts')->where('id', $account->id)->value('status'));
    }

    public function test_the_last_keeper_cannot_leave(): void
    {
        $this->holder('maren@alderwend.example', 'Maren Thistlewood', role: 'keeper');
        $this->signIn('maren@alderwend.example')->assertCreated();
        self::assertSame(['account.last_keeper'], self::codes($this->knock('POST', '/account/close', ['current' => self::PASSWORD])->assertStatus(422)));
    }

    public function test_an_operator_vouches_for_an_address(): void
    {
        $account = $this->holder(proven: false);
        $this->keeper();
        $this->knock('POST', "/accounts/{$account->id}/verification", surface: 'console')->assertStatus(202);
        $token = $this->tokenSent();
        self::assertSame(['reason.required'], self::codes($this->act($account->id, 'verify', '*', '')));
        $this->act($account->id, 'verify')->assertOk()->assertJsonPath('status', 'active')->assertJsonPath('access', 'full');
        $this->knock('POST', '/verifications/inspect', ['token' => $token])->assertStatus(422);
        self::assertSame(['verification.not_owed'], self::codes($this->act($account->id, 'verify')));
        self::assertSame('Asked for it', Trail::sole('account.address_vouched_for')['reason']);
    }

    public function test_signs_out_everywhere_without_touching_the_record(): void
    {
        $account = $this->holder();
        $this->signIn()->assertCreated();
        $pages = ['__Host-kennel-pages' => $this->cookies()['__Host-kennel-pages']];
        $this->forgetCookies();
        $this->signIn()->assertCreated();
        $this->keeper();
        $this->act($account->id, 'sign-out')->assertOk()->assertJsonPath('version', 2);
        $this->knock('GET', '/session', cookies: $pages)->assertStatus(401);
        self::assertStringContainsString('"live_sessions":{"before":2,"after":0}', Trail::sole('account.signed_out_everywhere')['changes']);
        $this->signIn()->assertCreated();
    }

    public function test_a_support_desk_reaches_no_keeper(): void
    {
        $keeper = $this->holder('maren@alderwend.example', 'Maren Thistlewood', role: 'keeper');
        $this->operatorWith('kennel:console', 'kennel:accounts.manage', 'kennel:accounts.read', 'kennel:sessions.end');
        foreach (['close', 'reopen', 'verify', 'sign-out', 'suspend'] as $act) {
            self::assertSame('operator.beyond_authority', $this->act($keeper->id, $act)->assertStatus(403)->json('code'));
        }
    }

    private function act(string $id, string $act, string $seen = '*', string $why = 'Asked for it'): TestResponse
    {
        return $this->knock('POST', "/accounts/{$id}/{$act}", ['reason' => $why], $act === 'sign-out' ? [] : ['If-Match' => $seen], 'console');
    }

    private function newest(): Message
    {
        return Message::query()->orderByDesc('seq')->firstOrFail();
    }
}
