<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Evidence;

use Illuminate\Support\Facades\DB;
use Kennel\App\Evidence\Watch;
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
        self::assertSame('[secret]', $lanes['wire']['content']['request']['body']['password']);
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
    }

    public function test_tokens_and_unreadable_bodies_are_not_kept(): void
    {
        $this->knock('POST', '/verifications/inspect', ['token' => str_repeat('a', 43)]);
        $this->knock('POST', '/sessions', 'password=heron-weir', ['Content-Type' => 'text/plain']);
        $all = json_encode(DB::table('evidence')->get(), JSON_THROW_ON_ERROR);
        self::assertStringNotContainsString(str_repeat('a', 43), $all);
        self::assertStringNotContainsString('heron-weir', $all);
    }
}
