<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Operations\Demo;

use Illuminate\Support\Facades\DB;
use Kennel\Demo\Scenario;
use Kennel\Demo\Stopped;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Support\PeakMemory;

final class ScenarioTest extends DoorTestCase
{
    private const TABLES = ['accounts', 'assignments', 'sessions', 'claims', 'challenges', 'stranger_tallies', 'messages', 'held_deliveries', 'audit_events', 'erasure_keys', 'metadata', 'metadata_values', 'account_views'];

    public function test_the_same_seed_and_start_give_the_same_rows(): void
    {
        $this->freshlySeeded();
        $first = $this->everything();
        $this->command('migrate:fresh', ['--force' => true]);
        $this->app->make(Scenario::class)->seed(640, new \DateTimeImmutable('2026-05-01T12:00:00Z'));
        self::assertSame($first, $this->everything());
    }

    public function test_it_is_worth_looking_at_and_made_up(): void
    {
        $this->freshlySeeded();
        self::assertSame(640, self::rows('accounts'));
        self::assertSame(5, DB::table('assignments')->where('role_key', 'keeper')->count());
        foreach (['pending', 'active', 'suspended', 'closed'] as $status) {
            self::assertGreaterThan(5, DB::table('accounts')->where('status', $status)->count(), $status);
        }
        self::assertSame(5, DB::table('accounts')->distinct()->count('hash_kind'));
        self::assertGreaterThan(3, DB::table('messages')->where('state', 'failed')->count());
        self::assertSame([4, 72], [DB::table('audit_events')->where('event', 'session.refused')->count(), (int) DB::table('stranger_tallies')->sum('tally')]);
        self::assertSame(0, DB::table('accounts')->where('email', 'not like', '%.example')->where('email', 'not like', '%.test')->count());
        $this->signInAsKeeper();
        self::assertSame(['mail.failed', 'mail.bounced', 'invitations.lapsing', 'signin.guessing', 'verification.lapsed', 'passwords.below_rule', 'roles.overgrown', 'disclosure.unclassified'], array_column((array) $this->ask('/overview')->assertOk()->json('needs'), 'code'));
        foreach (['/accounts', '/messages', '/sessions', '/challenges', '/audit-events', '/roles', '/apps', '/passwords/census', '/rules/revisions', '/rules/cases', '/fields', '/account-views'] as $door) {
            self::assertNotSame([], $this->ask($door)->assertOk()->json('items'), $door);
        }
    }

    public function test_every_list_pages_through_all_its_rows_once(): void
    {
        $this->freshlySeeded();
        $this->signInAsKeeper();
        $live = DB::table('sessions')->whereNull('ended_at')->where('lapses_at', '>', '2026-05-01T12:00:00.000Z')->count();
        foreach (['/messages' => self::rows('messages'), '/challenges' => self::rows('challenges'), '/audit-events' => self::rows('audit_events'), '/sessions' => $live] as $door => $expected) {
            $seen = [];
            $cursor = null;
            do {
                $page = $this->ask("{$door}?limit=97".($cursor === null ? '' : "&cursor={$cursor}"))->assertOk();
                $seen = [...$seen, ...array_column((array) $page->json('items'), 'id')];
                $cursor = $page->json('next');
            } while ($cursor !== null);
            self::assertCount($expected, $seen, $door);
            self::assertCount($expected, array_unique($seen), $door);
            self::assertSame(['query.cursor'], self::codes($this->ask("{$door}?cursor=WyJuYW1lIiwiYSIsMV0")->assertStatus(422)), 'a cursor of another list');
        }
    }

    public function test_ten_times_as_many_accounts_take_no_more_memory(): void
    {
        $peak = function (int $accounts): float {
            $environment = ['APP_ENV' => 'demo', 'KENNEL_DATA' => "{$this->data}/many-{$accounts}"];
            mkdir($environment['KENNEL_DATA']);
            PeakMemory::of([PHP_BINARY, 'artisan', 'kennel:install', '--data-only'], $environment);

            return PeakMemory::of([PHP_BINARY, 'artisan', 'kennel:demo-seed', "--accounts={$accounts}"], $environment);
        };
        $some = $peak(1_000);

        self::assertGreaterThan(30.0, $some, 'it was measured');
        // What grows is SQLite's page cache, up to its bound, the rows of one statement (messages of ten kilobytes are the largest), and eight bytes or so an account.
        self::assertLessThan($some + 85.0, $peak(10_000));
    }

    public function test_it_can_be_stopped(): void
    {
        $this->command('migrate:fresh', ['--force' => true]);
        $told = [];
        try {
            $this->app->make(Scenario::class)->seed(2_000, $this->clock->now(), static function (int $made) use (&$told): bool {
                $told[] = $made;

                return false;
            });
            self::fail('It went on.');
        } catch (Stopped $stopped) {
            self::assertSame([1_000], $told);
            self::assertSame(1_000, $stopped->accounts);
        }
    }

    public function test_the_trail_is_in_the_order_in_which_things_happened(): void
    {
        $this->freshlySeeded();
        $at = DB::table('audit_events')->orderBy('seq')->pluck('at')->all();
        $sorted = $at;
        sort($sorted);
        self::assertSame($sorted, $at);
        $made = DB::table('accounts')->orderBy('seq')->pluck('created_at')->all();
        $sorted = $made;
        sort($sorted);
        self::assertSame($sorted, $made, 'and accounts are numbered by age');
        self::assertSame(640, DB::table('accounts')->distinct()->count('lookup_key'));
    }

    private function freshlySeeded(): void
    {
        $this->command('migrate:fresh', ['--force' => true]);
        $this->app->make(Scenario::class)->seed(640, $this->clock->now());
    }

    private function signInAsKeeper(): void
    {
        $this->knock('POST', '/sessions', ['email' => 'maren@alderwend.example', 'password' => 'heron weir lantern'], surface: 'console')->assertCreated();
    }

    private function everything(): string
    {
        $rows = [];
        foreach (self::TABLES as $table) {
            // A sealed content is encrypted under a fresh nonce; what is inside is the same.
            $rows[$table] = DB::table($table)->get()->map(static fn (\stdClass $row): array => array_diff_key((array) $row, ['sealed' => '']))->all();
        }

        return json_encode($rows, JSON_THROW_ON_ERROR);
    }
}
