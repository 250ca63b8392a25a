<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Trail\Evidence;

use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Log\Events\MessageLogged;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Log;
use Illuminate\Support\Facades\Route;
use Kennel\App\Trail\Evidence\Watch;
use Kennel\App\Trail\Http\Kept;
use Kennel\App\Trail\Http\RecordWire;
use Kennel\Tests\Feature\DoorTestCase;

final class EvidenceTest extends DoorTestCase
{
    protected function tearDown(): void
    {
        @unlink(storage_path('framework/watched'));
        parent::tearDown();
    }

    public function test_one_act_in_four_lanes_under_one_id(): void
    {
        $this->keeper();
        DB::table('evidence')->delete();
        $this->knock('POST', '/signups', ['app' => 'gaugebook', 'name' => 'Ngozi', 'email' => 'ngozi@post.example', 'password' => self::PASSWORD]);
        $response = $this->ask('/evidence')->assertOk();
        $lanes = [];
        foreach ((array) $response->json('items') as $entry) {
            $lanes[$entry['lane']] = $entry;
        }
        self::assertEqualsCanonicalizing(['wire', 'record', 'message', 'audit'], array_keys($lanes));
        self::assertCount(1, array_unique(array_column($lanes, 'act_id')));
        self::assertCount(1, array_unique(array_column($lanes, 'account_id')));
        self::assertSame('POST /api/v1/signups → 202', $lanes['wire']['label']);
        self::assertSame(['app' => 'gaugebook', 'name' => 'Ngozi', 'email' => 'ngozi@post.example', 'password' => '[secret]'], $lanes['wire']['content']['request']['body']);
        self::assertSame(['state' => 'look_for_message'], $lanes['wire']['content']['response']['body']);
        self::assertSame(['before' => null, 'after' => 'pending'], $lanes['record']['content']['changes']['status']);
        self::assertSame('queued', $lanes['message']['content']['state']);
        self::assertSame('account.signed_up', $lanes['audit']['content']['event']);
        self::assertStringNotContainsString(self::PASSWORD, (string) $response->getContent());
    }

    public function test_follows_from_where_it_was_and_by_account(): void
    {
        $keeper = $this->keeper();
        $last = $this->ask('/evidence')->json('last');
        self::assertSame([], $this->ask("/evidence?after={$last}")->json('items'));
        $account = $this->holder();
        $this->signIn();
        self::assertNotSame([], $this->ask("/evidence?after={$last}&account={$account->id}")->json('items'));
        self::assertSame([], $this->ask("/evidence?after={$last}&account={$keeper->id}")->json('items'));
    }

    public function test_reads_are_recorded_only_while_somebody_watches(): void
    {
        $this->holder();
        $this->signIn();
        $wire = static fn (): int => DB::table('evidence')->where('label', 'like', 'GET /api/v1/session %')->count();
        $this->knock('GET', '/session')->assertOk();
        self::assertSame(0, $wire());
        (new Watch)->begin();
        $this->knock('GET', '/session')->assertOk();
        self::assertSame(1, $wire());
        $this->knock('GET', '/session', surface: 'console')->assertStatus(401);
        self::assertSame(1, $wire(), 'the console does not record itself reading');
        $this->knock('GET', '/apps/gaugebook?colour=light&q=hunter2')->assertOk();
        $kept = (array) json_decode((string) DB::table('evidence')->where('lane', 'wire')->orderByDesc('seq')->value('content'), true);
        self::assertSame(['colour' => Kept::MARK, 'q' => Kept::MARK], array_map(static fn ($value) => $value, $kept['request']['query']), 'of an address only what is listed');
    }

    public function test_somebody_who_looked_a_quarter_of_a_minute_ago_still_watches(): void
    {
        $watch = new Watch;
        $path = storage_path('framework/watched');
        is_file($path) && unlink($path);
        self::assertFalse($watch->isKept(), 'nobody ever looked');
        $watch->begin();
        self::assertTrue($watch->isKept());
        touch($path, time() - 13);
        self::assertTrue($watch->isKept());
        touch($path, time() - 17);
        self::assertFalse($watch->isKept());
    }

    public function test_tokens_and_unreadable_bodies_are_not_kept(): void
    {
        $this->knock('POST', '/verifications/inspect', ['token' => str_repeat('a', 43)]);
        $this->knock('POST', '/sessions', 'password=heron-weir', ['Content-Type' => 'text/plain']);
        $all = json_encode(DB::table('evidence')->get(), JSON_THROW_ON_ERROR);
        self::assertStringNotContainsString(str_repeat('a', 43), $all);
        self::assertStringNotContainsString('heron-weir', $all);
    }

    public function test_what_is_typed_and_not_submitted_is_kept_nowhere(): void
    {
        $this->keeper();
        (new Watch)->begin();
        DB::table('evidence')->delete();
        $typed = ['app' => 'gaugebook', 'name' => 'Never Submitted', 'email' => 'never@submitted.example', 'password' => 'half typed pass'];
        $this->knock('POST', '/signups/verdict', $typed)->assertOk();
        $this->knock('POST', '/passwords/verdict', ['password' => 'half typed pass', 'email' => 'never@submitted.example', 'name' => 'Never Submitted'])->assertOk();
        $this->knock('POST', '/fields/verdict', ['app' => 'gaugebook', 'fields' => (object) []])->assertOk();
        $this->knock('POST', '/signups/rehearsal', $typed + ['form' => (object) []])->assertOk();
        self::assertSame(0, self::rows('evidence'));
        $everything = '';
        foreach (DB::table('sqlite_master')->where('type', 'table')->where('name', 'not like', 'accounts_search%')->pluck('name') as $table) {
            $everything .= json_encode(DB::table((string) $table)->get(), JSON_INVALID_UTF8_SUBSTITUTE | JSON_THROW_ON_ERROR);
        }
        foreach (['Never Submitted', 'never@submitted.example', 'half typed pass'] as $one) {
            self::assertStringNotContainsString($one, $everything);
        }
    }

    public function test_a_key_nobody_listed_is_not_kept_and_no_address_either_that_is_none(): void
    {
        $this->knock('POST', '/sessions', ['email' => 'hunter2 my password', 'password' => 'x', 'keep' => true, 'surprise' => 'nobody thought of this'])->assertStatus(422);
        $content = json_decode((string) DB::table('evidence')->where('lane', 'wire')->value('content'), true, flags: JSON_THROW_ON_ERROR);
        self::assertSame(['email' => '(not an address)', 'password' => '[secret]', 'keep' => true, 'surprise' => Kept::MARK], $content['request']['body']);
    }

    public function test_no_endpoint_has_a_secret_in_the_trace(): void
    {
        $kept = 0;
        foreach (Route::getRoutes()->getRoutes() as $route) {
            /** @var array{list<string>, list<string>} $keys */
            $keys = $route->getAction(Kept::TRACES) ?? [[], []];
            self::assertSame([], array_values((array) preg_grep('/pass|token|secret|hash/', [...$keys[0], ...$keys[1]])), $route->uri());
            $kept += count($keys[0]);
        }
        self::assertGreaterThan(100, $kept);
    }

    public function test_what_fails_after_the_answer_is_logged_and_never_added_to_it(): void
    {
        DB::statement('DROP TABLE evidence');
        $logged = [];
        Log::listen(static function (MessageLogged $message) use (&$logged): void {
            $logged[] = $message->message;
        });
        $response = new Response('{"state":"done"}', 200);
        $request = Request::create('/api/v1/recoveries', 'POST');
        $request->setRouteResolver(static fn () => Route::getRoutes()->match($request));
        $this->app->make(RecordWire::class)->terminate($request, $response);
        self::assertSame('{"state":"done"}', $response->getContent());
        self::assertCount(1, $logged);
        self::assertStringContainsString('no such table: evidence', $logged[0]);
        self::assertStringNotContainsString('/api/v1/recoveries', $logged[0], 'the statement is named, what was bound to it is not');
    }
}
