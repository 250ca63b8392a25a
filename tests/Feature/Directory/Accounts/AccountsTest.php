<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Directory\Accounts;

use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Kennel\App\Directory\Accounts\ListOrder;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Feature\Trail;
use PHPUnit\Framework\Attributes\DataProvider;

final class AccountsTest extends DoorTestCase
{
    public function test_searches_beginnings_of_words_in_names_and_addresses(): void
    {
        $this->keeper();
        $this->holder('oriel@reach.example', 'Oriel Vance');
        $this->holder('s.osuilleabhain@post.example', "Siobhán O'Súilleabháin");
        $this->holder('ilza@gauge.test', 'Ильза Каравай');

        self::assertSame(['Oriel Vance'], $this->names('q=van'));
        self::assertSame(['Oriel Vance'], $this->names('q=reach+ori'));
        self::assertSame(["Siobhán O'Súilleabháin"], $this->names('q=SIOBHAN'));
        self::assertSame(['Ильза Каравай'], $this->names('q='.rawurlencode('кара')));
        self::assertSame([], $this->names('q=ance'), 'the middle of a word is not its beginning');
        foreach (['"', '*', 'a" OR "b', 'NEAR(a b)', '%', '_', "';--", '^', ':', 'search:maren', '-maren AND'] as $odd) {
            $this->ask('/accounts?q='.rawurlencode($odd))->assertOk();
        }
        self::assertSame([], $this->names('q=%25'));
    }

    #[DataProvider('sorts')]
    public function test_keyset_pages_show_every_account_once_in_order(string $sort): void
    {
        $this->keeper();
        for ($index = 0; $index < 23; $index++) {
            $account = $this->holder("p{$index}@post.example", ['Zoë', 'Ada', 'Tam'][$index % 3].' '.chr(65 + $index % 5), proven: $index % 4 !== 0);
            DB::table('accounts')->where('id', $account->id)->update([
                'seen_at' => $index % 2 === 0 ? '' : "2026-04-{$this->two($index)}T00:00:00.000Z", 'app_key' => [null, 'gaugebook', 'kitloft'][$index % 3],
            ]);
        }
        $seen = [];
        $cursor = null;
        do {
            $page = $this->ask("/accounts?sort={$sort}&limit=7".($cursor === null ? '' : "&cursor={$cursor}"))->assertOk();
            $seen = [...$seen, ...array_column((array) $page->json('items'), 'id')];
            $cursor = $page->json('next');
        } while ($cursor !== null);
        $column = ListOrder::SORTS[ltrim($sort, '-')];
        $direction = str_starts_with($sort, '-') ? 'desc' : 'asc';
        self::assertSame(DB::table('accounts')->orderBy($column, $direction)->orderBy('seq', $direction)->pluck('id')->all(), $seen);
        self::assertSame(24, $page->json('total'));
    }

    /** @return list<array{string}> */
    public static function sorts(): array
    {
        $sorts = array_keys(ListOrder::SORTS);

        return array_map(static fn (string $sort): array => [$sort], [...$sorts, ...array_map(static fn (string $sort): string => "-{$sort}", $sorts)]);
    }

    public function test_a_frequent_word_is_found_by_walking_and_a_rare_one_by_its_index(): void
    {
        $this->keeper();
        $rows = [];
        for ($index = 0; $index <= 1_000; $index++) {
            $rows[] = ['id' => sprintf('00000000-0000-7000-8000-%012d', $index), 'app_key' => null, 'name' => "Reader {$index}", 'name_key' => "reader {$index}", 'email' => "r{$index}@post.example",
                'lookup_key' => "r{$index}@post.example", 'status' => 'pending', 'password_hash' => '-', 'hash_kind' => 'x', 'created_at' => '2026-01-01T00:00:00.000Z', 'changed_at' => '2026-01-01T00:00:00.000Z', 'search' => " reader {$index} r{$index} post example"];
        }
        foreach (array_chunk($rows, 100) as $chunk) {
            DB::table('accounts')->insert($chunk);
        }
        $many = $this->ask('/accounts?q=read&sort=name&limit=3')->assertOk();
        self::assertSame([3, false], [$many->json('total'), $many->json('total_is_exact')], 'at least so many');
        self::assertSame(['total' => 1_001, 'total_is_exact' => true], $this->ask('/accounts/count?q=read')->json());
        self::assertSame(['Reader 0', 'Reader 1', 'Reader 10'], array_column((array) $many->json('items'), 'name'));
        $few = $this->ask('/accounts?q=read+r99&sort=name')->assertOk();
        self::assertSame([11, true], [$few->json('total'), $few->json('total_is_exact')]);
        self::assertSame(0, $this->ask('/accounts?q=read+r99&where='.rawurlencode('[["status","is","active"]]'))->json('total'));
        $none = $this->ask('/accounts?q=...')->assertOk();
        self::assertSame([[], 0, true], [$none->json('items'), $none->json('total'), $none->json('total_is_exact')]);
    }

    public function test_lists_and_counts_by_index(): void
    {
        $plan = static fn (string $sql): string => implode(' ', array_column(array_map(get_object_vars(...), DB::select("EXPLAIN QUERY PLAN {$sql}")), 'detail'));
        foreach (ListOrder::SORTS as $column) {
            // Lookup keys are unique, and that index serves the order as well.
            $index = $column === 'lookup_key' ? 'sqlite_autoindex_accounts_\d+' : "accounts_{$column}(_seq)?";
            self::assertMatchesRegularExpression("/^\w+ accounts USING INDEX {$index} (?!.*TEMP)/", $plan("SELECT * FROM accounts WHERE ({$column}, seq) > ('m', 5) ORDER BY {$column}, seq LIMIT 51").' ');
            if (! in_array($column, ['name_key', 'lookup_key', 'created_at', 'seen_at'], true)) {
                continue;
            }
            $filtered = $plan("SELECT * FROM accounts WHERE status = 'active' AND ({$column}, seq) > ('m', 5) ORDER BY {$column}, seq LIMIT 51");
            self::assertStringContainsString("USING INDEX accounts_status_{$column}", $filtered);
            self::assertStringNotContainsString('TEMP B-TREE', $filtered);
        }
    }

    public function test_refuses_odd_queries_by_name(): void
    {
        $this->keeper();
        foreach (['sort=age' => 'query.choice', 'where=odd' => 'where.list', 'where=%5B%5B%22age%22%5D%5D' => 'where.subject', 'sort=field:nothing' => 'where.field', 'limit=0' => 'query.number', 'limit=1e3' => 'query.number', 'cursor=x' => 'query.cursor', 'q[]=a' => 'query.text', 'q=%ff' => 'query.text', 'q=%00' => 'query.text', 'q='.str_repeat('a', 101) => 'query.text'] as $query => $code) {
            self::assertSame([$code], self::codes($this->ask("/accounts?{$query}")->assertStatus(422)), $query);
        }
    }

    public function test_one_account_without_its_hash(): void
    {
        $keeper = $this->keeper();
        $response = $this->ask("/accounts/{$keeper->id}")->assertOk();
        self::assertSame('"v2"', $response->headers->get('ETag'));
        self::assertStringNotContainsString('$argon2id', (string) $response->getContent());
        self::assertSame('Argon2id 7168/1/1', $response->json('password_kind'));
        $this->ask('/accounts/00000000-0000-7000-8000-000000000000')->assertNotFound();
        $this->ask('/accounts/1')->assertNotFound();
    }

    public function test_suspends_with_a_reason_ends_sessions_and_restores(): void
    {
        $account = $this->holder();
        $this->signIn()->assertCreated();
        $holder = $this->cookies();
        $this->keeper();

        $this->change($account->id, 'suspend', 'Shared the password', '"v2"')->assertOk()->assertJsonPath('access', 'none');
        self::assertSame(1, DB::table('sessions')->where('account_id', $account->id)->where('ended_by', 'suspended')->count());
        $this->knock('GET', '/session', cookies: ['__Host-kennel-pages' => $holder['__Host-kennel-pages']])->assertStatus(401);
        $event = Trail::sole('account.suspended');
        self::assertSame(['Maren Thistlewood', 'Shared the password'], [$event['actor_name'], $event['reason']]);
        self::assertStringContainsString('"status":{"before":"active","after":"suspended"}', $event['changes']);

        self::assertSame(['account.suspended'], array_column((array) $this->ask('/audit-events?event=account.suspended')->json('items'), 'event'));
        self::assertSame([], $this->ask('/audit-events?event=account.closed')->json('items'));
        self::assertNull($this->ask('/accounts?limit=2&sort=name')->json('next'), 'two there are, and no page after them');
        self::assertNotNull($this->ask('/accounts?limit=1&sort=name')->json('next'));
        $this->change($account->id, 'restore', 'It was a mistake', '"v3"')->assertOk()->assertJsonPath('status', 'active');
        $this->signIn()->assertCreated();
        $event = Trail::sole('account.restored');
        self::assertSame('Maren Thistlewood', $event['actor_name']);
        self::assertStringContainsString('"status":{"before":"suspended","after":"active"}', $event['changes']);
    }

    public function test_an_update_needs_the_version_that_was_seen(): void
    {
        $account = $this->holder();
        $this->keeper();
        $this->change($account->id, 'suspend', 'why', null)->assertStatus(428)->assertJsonPath('code', 'update.condition_required');
        $this->change($account->id, 'suspend', 'why', '"v1"')->assertStatus(412)->assertJsonPath('code', 'update.changed_meanwhile');
        self::assertSame(['reason.required'], self::codes($this->change($account->id, 'suspend', ' ', '"v2"')->assertStatus(422)));
        self::assertSame('active', DB::table('accounts')->where('id', $account->id)->value('status'));
        self::assertSame(['account.not_suspended'], self::codes($this->change($account->id, 'restore', 'why', '*')));
    }

    public function test_the_last_keeper_stays(): void
    {
        $keeper = $this->keeper();
        self::assertSame(['account.last_keeper'], self::codes($this->change($keeper->id, 'suspend', 'why', '*')));
        $other = $this->holder('oriel@alderwend.example', 'Oriel Vance', role: 'keeper');
        self::assertSame(['account.self'], self::codes($this->change($keeper->id, 'suspend', 'why', '*')));
        $this->change($other->id, 'suspend', 'why', '*')->assertOk();
        self::assertSame(['account.last_keeper'], self::codes($this->change($keeper->id, 'suspend', 'why', '*')));
    }

    public function test_an_operator_ends_a_session(): void
    {
        $account = $this->holder();
        $this->signIn();
        $cookie = $this->cookies()['__Host-kennel-pages'];
        $this->keeper();
        $session = $this->ask("/sessions?account={$account->id}")->json('items.0');
        self::assertSame(['Firefox on Linux', '198.51.100.7', false], [$session['device'], $session['source'], $session['is_own']]);
        $this->knock('DELETE', "/sessions/{$session['id']}", surface: 'console')->assertNoContent();
        $this->knock('DELETE', "/sessions/{$session['id']}", surface: 'console')->assertNotFound();
        $this->knock('GET', '/session', cookies: ['__Host-kennel-pages' => $cookie])->assertStatus(401);
        self::assertSame(0, $this->ask("/sessions?account={$account->id}")->json('items.0') === null ? 0 : 1);
    }

    private function change(string $id, string $act, string $why, ?string $condition): TestResponse
    {
        return $this->knock('POST', "/accounts/{$id}/{$act}", ['reason' => $why], $condition === null ? [] : ['If-Match' => $condition], 'console');
    }

    /** @return list<string> */
    private function names(string $query): array
    {
        return array_column((array) $this->ask("/accounts?sort=name&{$query}")->assertOk()->json('items'), 'name');
    }

    private function two(int $number): string
    {
        return str_pad((string) ($number + 1), 2, '0', STR_PAD_LEFT);
    }
}
