<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\SignIn;

use Illuminate\Support\Facades\DB;
use Kennel\Tests\Feature\DoorTestCase;

/** Where one is signed in oneself, and how many may be. */
final class OwnSessionsTest extends DoorTestCase
{
    public function test_the_holder_sees_their_sessions_and_ends_one_or_all_others(): void
    {
        $this->holder();
        $this->holder('ines@post.example', 'Ines Halvorsen');
        foreach (['phone', 'desk', 'library'] as $browser) {
            $this->inBrowserOf($browser)->signIn()->assertCreated();
        }
        $this->inBrowserOf('ines')->signIn('ines@post.example')->assertCreated();
        $inesId = $this->knock('GET', '/account/sessions')->assertOk()->assertJsonCount(1, 'items')->json('items.0.id');
        $this->inBrowserOf('desk');
        $items = $this->knock('GET', '/account/sessions')->assertOk()->assertJsonCount(3, 'items')->json('items');
        self::assertSame([false, true, false], array_column($items, 'is_this'));
        $this->knock('DELETE', "/account/sessions/{$inesId}")->assertNotFound();
        $this->knock('DELETE', "/account/sessions/{$items[0]['id']}")->assertNoContent();
        $this->knock('GET', '/account/sessions')->assertJsonCount(2, 'items');
        $this->knock('DELETE', '/account/sessions')->assertOk()->assertJsonPath('ended', 1);
        $this->knock('GET', '/account/sessions')->assertJsonCount(1, 'items')->assertJsonPath('items.0.is_this', true);
        $this->inBrowserOf('phone')->knock('GET', '/session')->assertUnauthorized();
        $this->inBrowserOf('ines')->knock('GET', '/session')->assertOk();
    }

    public function test_so_many_at_once_and_the_one_used_longest_ago_ends(): void
    {
        config(['rules.sessions.at_once' => 2]);
        $this->holder();
        foreach (['phone', 'desk'] as $browser) {
            $this->inBrowserOf($browser)->signIn()->assertCreated();
            $this->clock->move('+5 minutes');
        }
        $this->inBrowserOf('phone')->knock('GET', '/session')->assertOk();
        $this->clock->move('+5 minutes');
        $this->inBrowserOf('library')->signIn()->assertCreated();
        $this->inBrowserOf('desk')->knock('GET', '/session')->assertUnauthorized();
        $this->inBrowserOf('phone')->knock('GET', '/session')->assertOk();
        self::assertSame('too many at once', DB::table('sessions')->whereNotNull('ended_at')->value('ended_by'));
    }

    public function test_shorter_limits_for_holders_of_a_role_and_whoever_came_by_an_app(): void
    {
        config(['rules.sessions.roles' => [['key' => 'observer', 'idle' => 'PT10M', 'absolute' => 'PT1H']], 'rules.sessions.apps' => [['key' => 'kitloft', 'idle' => 'PT5M', 'absolute' => 'P9D']]]);
        // A reviewer is an observer as well.
        $this->holder(role: 'reviewer');
        $this->holder('ines@post.example', 'Ines Halvorsen');
        $kit = $this->holder('kit@post.example', 'Kit Moss');
        DB::table('accounts')->where('id', $kit->id)->update(['app_key' => 'kitloft']);
        $this->inBrowserOf('tam')->signIn(keep: true)->assertCreated();
        $this->inBrowserOf('ines')->signIn('ines@post.example')->assertCreated();
        $this->inBrowserOf('kit')->signIn('kit@post.example')->assertCreated();
        $this->clock->move('+5 minutes');
        $this->inBrowserOf('kit')->knock('GET', '/session')->assertUnauthorized();
        $this->inBrowserOf('tam')->knock('GET', '/session')->assertOk();
        $this->clock->move('+10 minutes');
        $this->inBrowserOf('tam')->knock('GET', '/session')->assertUnauthorized();
        $this->inBrowserOf('ines')->knock('GET', '/session')->assertOk();
    }

    public function test_a_role_that_is_given_shortens_the_session_there_is(): void
    {
        config(['rules.sessions.roles' => [['key' => 'keeper', 'idle' => 'PT10M', 'absolute' => 'PT30M']]]);
        $tam = $this->holder();
        $this->signIn()->assertCreated();
        for ($minutes = 0; $minutes < 35; $minutes += 5) {
            $this->clock->move('+5 minutes');
            $this->knock('GET', '/session')->assertOk();
        }
        $this->app->make(\Kennel\App\Directory\Roles\Assignments::class)->assign($tam->id, 'keeper', 'the test', 'needed');
        $this->knock('GET', '/session')->assertUnauthorized();
    }

    public function test_operators_narrow_the_list_and_end_many(): void
    {
        $this->holder();
        $this->holder('ines@post.example', 'Ines Halvorsen');
        $this->inBrowserOf('tam')->signIn()->assertCreated();
        $this->inBrowserOf('ines')->signIn('ines@post.example')->assertCreated();
        $this->inBrowserOf('keeper')->keeper();
        $named = fn (string $query): array => array_column($this->ask("/sessions?{$query}")->assertOk()->json('items'), 'account');
        self::assertSame(['ines@post.example'], array_column($named('who=ines'), 'email'));
        self::assertSame(['tam@post.example'], array_column($named('who=Tam'), 'email'));
        self::assertSame([], $named('who=%25'), 'no pattern of ours');
        self::assertCount(2, $named('surface=pages'));
        self::assertCount(0, $named('proof=two'));
        self::assertCount(3, $named('from=198.51.'));
        $this->ask('/sessions?proof=three')->assertStatus(422);
        $ids = array_column($this->ask('/sessions?surface=pages')->json('items'), 'id');
        $this->knock('POST', '/sessions/end', ['ids' => [...$ids, '00000000-0000-7000-8000-000000000001']], [], 'console')->assertOk()->assertExactJson(['ended' => 2, 'left' => 1]);
        $this->knock('POST', '/sessions/end', ['ids' => []], [], 'console')->assertStatus(422);
        self::assertSame(2, DB::table('audit_events')->where('event', 'session.ended')->count());
    }

    public function test_the_day_counts_what_was_live_at_each_hour(): void
    {
        $this->keeper();
        $base = (array) DB::table('sessions')->first();
        DB::table('sessions')->delete();
        $insert = fn (int $at, string $began, ?string $ended, string $lapses) => DB::table('sessions')->insert([...$base, 'seq' => $at, 'id' => "019a0f00-0000-7000-8000-00000000000{$at}", 'token_digest' => "d{$at}", 'started_at' => "2026-05-01T{$began}:30:00.000Z", 'ended_at' => $ended === null ? null : "2026-05-01T{$ended}:30:00.000Z", 'lapses_at' => "2026-05-0{$lapses}:00:00.000Z"]);
        $insert(1, '03', '05', '2T00');
        $insert(2, '04', null, '1T08');
        $insert(3, '10', null, '2T10');
        DB::table('sessions')->insert([...$base, 'seq' => 9]);
        $hours = $this->ask('/sessions/day')->assertOk()->json('hours');
        self::assertCount(25, $hours);
        $live = array_combine(array_map(static fn (array $one): string => substr($one['at'], 5, 8), $hours), array_column($hours, 'live'));
        self::assertSame([0, 1, 2, 1, 0, 1, 2], [$live['05-01T02'], $live['05-01T03'], $live['05-01T04'], $live['05-01T05'], $live['05-01T08'], $live['05-01T10'], $live['05-01T12']]);
    }
}
