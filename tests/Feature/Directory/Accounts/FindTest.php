<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Directory\Accounts;

use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Kennel\App\Directory\Accounts\AccountList;
use Kennel\App\Directory\Fields\FieldValues;
use Kennel\App\Directory\Metadata\Metadata;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Directory\Roles\Roles;
use Kennel\Core\Directory\Accounts\Duty;
use Kennel\Demo\DemoKeeper;
use Kennel\Demo\Scenario;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Support\Books;
use Kennel\Tests\Support\InForce;
use Kennel\Tests\Support\Node;

/** Which accounts conditions find. */
final class FindTest extends DoorTestCase
{
    public function test_who_holds_a_key_of_metadata_holds_that_key_or_something_below_it(): void
    {
        $this->keeper();
        foreach (['Ada' => ['nickname' => 'Wren'], 'Bo' => ['nick' => 'Owl', 'nicknames' => ['Owl']], 'Cy' => ['nickname' => ['short' => 'C']], 'Di' => ['a' => ['nickname' => 'D']]] as $name => $own) {
            $this->merge($this->holder(strtolower($name).'@post.example', $name)->id, $own);
        }
        $held = static fn (?string $key): array => DB::table('accounts')->whereIn('seq', app(Metadata::class)->holding('own', $key)->toBase())->orderBy('name')->pluck('name')->all();
        self::assertSame(['Ada', 'Cy'], $held('nickname'));
        self::assertSame(['Ada', 'Bo', 'Cy', 'Di'], $held(null));
    }

    public function test_an_account_with_another_key_of_metadata_is_not_found(): void
    {
        $this->keeper();
        $this->merge($this->holder('ada@post.example', 'Ada')->id, ['nickname' => 'Wren']);
        $this->merge($this->holder('bo@post.example', 'Bo')->id, ['nick' => 'Owl', 'nicknames' => ['Owl'], 'a' => ['nickname' => 'Owl']]);
        self::assertSame(['Ada'], $this->found([['metadata', 'own.nickname', 'has']]));
        self::assertSame(['Bo', 'Maren Thistlewood'], $this->found([['metadata', 'own.nickname', 'has_none']]));
    }

    /** The screen of conditions is a list of its own, in resources/ui/console/accounts/where.ts. */
    public function test_every_value_the_screen_offers_is_taken(): void
    {
        $this->keeper();
        $this->signIn('maren@alderwend.example', 'console')->assertCreated();
        $offered = (array) Node::ask(<<<'SCRIPT'
            const typescript = (await import('typescript')).default;
            const code = typescript.transpileModule(readFileSync(input, 'utf8'), { compilerOptions: { module: 'esnext' } }).outputText;
            const screen = await import('data:text/javascript,' + encodeURIComponent(code));
            output = screen.SUBJECTS.flatMap(({ value: subject }) => (screen.valuesOf[subject] ?? []).flatMap(({ value }) =>
                screen.comparisonsOf(subject).filter((one) => screen.takesValue(one.value)).map((one) => [subject, one.value, value])));
            SCRIPT, base_path('resources/ui/console/accounts/where.ts'));
        self::assertGreaterThan(20, count($offered));
        self::assertContains(['origin', 'is', 'provider'], $offered);
        $refused = array_filter($offered, fn (array $one): bool => $this->where([$one])->getStatusCode() !== 200);
        self::assertSame([], array_values($refused));
    }

    public function test_each_subject_finds_whom_it_should(): void
    {
        $this->keeper();
        $ada = $this->holder('ada@post.example', 'Ada');
        $this->clock->move('+2 days');
        $this->signIn('maren@alderwend.example', 'console')->assertCreated();
        $bo = $this->holder('bo@post.example', 'Bo', proven: false, role: 'reviewer');
        DB::table('accounts')->where('id', $bo->id)->update(['app_key' => 'kitloft', 'hash_kind' => 'bcrypt 10', 'came_by' => 'import', 'seen_at' => '2026-05-03T09:00:00.000Z']);
        $this->merge($ada->id, ['nickname' => 'Wren', 'gauges' => 3, 'since' => '2019-05-01', 'tags' => ['a', 'b'], 'a.b' => true]);

        DB::table('held_back')->insert([['lookup_key' => $ada->lookup_key, 'until' => '2026-05-03T12:10:00.000Z'], ['lookup_key' => $bo->lookup_key, 'until' => '2026-05-03T11:00:00.000Z']]);
        $all = ['Ada', 'Bo', 'Maren Thistlewood'];
        foreach ([
            [['status', 'is', 'pending'], ['Bo']],
            [['status', 'is_not', 'pending'], ['Ada', 'Maren Thistlewood']],
            [['role', 'is', 'reviewer'], ['Bo']],
            [['role', 'is_not', 'reviewer'], ['Ada', 'Maren Thistlewood']],
            [['role', 'has_none'], ['Ada']],
            [['permission', 'is', 'kennel:accounts.manage'], ['Maren Thistlewood']],
            [['permission', 'is', 'readings:enter'], ['Bo']],
            [['permission', 'is', 'nothing:at.all'], []],
            [['app', 'is', 'kitloft'], ['Bo']],
            [['app', 'is_not', 'kitloft'], ['Ada', 'Maren Thistlewood']],
            [['hash', 'is', 'bcrypt 10'], ['Bo']],
            [['origin', 'is', 'import'], ['Bo']],
            [['created', 'since', 'P1D'], ['Bo']],
            [['created', 'before', '2026-05-03'], ['Ada', 'Maren Thistlewood']],
            [['created', 'since', '2026-05-01T12:00Z'], $all],
            [['changed', 'since', '2026-05-03'], ['Ada', 'Bo']],
            [['seen', 'has_none'], ['Ada']],
            [['seen', 'before', '2026-05-03T10:00Z'], ['Bo']],
            [['seen', 'since', '2026-05-03'], ['Bo', 'Maren Thistlewood']],
            [['verified', 'is', 'no'], ['Bo']],
            [['held_back', 'is', 'yes'], ['Ada']],
            [['held_back', 'is', 'no'], ['Bo', 'Maren Thistlewood']],
            [['duty', 'is', 'verify_email'], ['Bo']],
            [['metadata', 'own.nickname', 'is', 'Wren'], ['Ada']],
            [['metadata', 'own.nickname', 'is', 'wren'], []],
            [['metadata', 'own.nickname', 'is_not', 'Wren'], ['Bo', 'Maren Thistlewood']],
            [['metadata', 'own.nickname', 'has'], ['Ada']],
            [['metadata', 'own.nickname', 'has_none'], ['Bo', 'Maren Thistlewood']],
            [['metadata', 'internal.nickname', 'has'], []],
            [['metadata', 'own.gauges', 'is', '3'], ['Ada']],
            [['metadata', 'own.gauges', 'at_least', '2.5'], ['Ada']],
            [['metadata', 'own.gauges', 'at_most', '2.5'], []],
            [['metadata', 'own.nickname', 'at_least', '-1'], []],
            [['metadata', 'own.since', 'before', '2020-01-01'], ['Ada']],
            [['metadata', 'own.since', 'since', '2020-01-01'], []],
            [['metadata', 'own.nickname', 'before', '2999-01-01'], []],
            [['metadata', 'own.tags', 'is', 'b'], ['Ada']],
            [['metadata', 'own.a\.b', 'is', 'true'], ['Ada']],
        ] as [$condition, $expected]) {
            self::assertSame($expected, $this->found([$condition]), json_encode($condition, JSON_THROW_ON_ERROR));
        }
        self::assertSame([], $this->found([['status', 'is', 'pending'], ['app', 'is', 'gaugebook']]));
        self::assertSame(['Bo'], $this->found([['status', 'is', 'pending'], ['app', 'is', 'kitloft'], ['role', 'is', 'reviewer']]));
    }

    public function test_fields_are_compared_as_what_they_are(): void
    {
        $this->define(array_map(static fn (array $field): array => array_replace($field, ['required' => 'never']), Books::demo()['fields']));
        $this->keeper();
        $store = $this->app->make(FieldValues::class);
        foreach (['a' => ['Saltings', 10, '2024-06-01'], 'b' => ['saltings', 9.5, '2025-06-01'], 'c' => ['Old Weir', -3, '2999-01-01']] as $who => [$reach, $gauges, $trained]) {
            $store->write($this->holder("{$who}@post.example", strtoupper($who))->seq, ['home_reach' => $reach, 'trained_on' => $trained, 'listed' => $who === 'a'] + ($who === 'c' ? [] : ['boat_licence' => "AW-{$gauges}"]));
        }
        foreach ([
            [['field', 'home_reach', 'is', 'Saltings'], ['A']],
            [['field', 'home_reach', 'misfits'], ['B', 'C']],
            [['field', 'home_reach', 'is_not', 'Saltings'], ['B', 'C', 'Maren Thistlewood']],
            [['field', 'boat_licence', 'has'], ['A', 'B']],
            [['field', 'boat_licence', 'has_none'], ['C', 'Maren Thistlewood']],
            [['field', 'trained_on', 'before', '2025-01-01'], ['A']],
            [['field', 'trained_on', 'since', '2025-01-01'], ['B', 'C']],
            [['field', 'trained_on', 'since', 'P365D'], ['B', 'C']],
            [['field', 'trained_on', 'misfits'], ['C']],
            [['field', 'listed', 'is', 'yes'], ['A']],
        ] as [$condition, $expected]) {
            self::assertSame($expected, $this->found([$condition]), json_encode($condition, JSON_THROW_ON_ERROR));
        }
        self::assertSame(['where.field'], self::codes($this->where([['field', 'nothing', 'has']])->assertStatus(422)));
        self::assertSame(['where.compared'], self::codes($this->where([['field', 'home_reach', 'at_least', '3']])->assertStatus(422)));
        self::assertSame(['where.compared'], self::codes($this->where([['field', 'home_reach', 'before', '2026-01-01']])->assertStatus(422)));
        self::assertSame(['where.metadata'], self::codes($this->where([['metadata', 'nickname', 'has']])->assertStatus(422)));
        $row = $this->ask('/accounts?q=b&fields=home_reach,boat_licence,nothing&sort=name')->json('items.0');
        self::assertEqualsCanonicalizing(['home_reach' => ['shown' => 'saltings', 'fits' => false], 'boat_licence' => ['shown' => 'AW-9.5', 'fits' => true]], $row['fields']);
    }

    public function test_duties_are_found_as_standing_says_them(): void
    {
        $this->freshlySeeded();
        DB::table('accounts')->where('seq', 20)->update(['password_owed' => 'asked']);
        $database = DB::connection()->getPdo();
        InForce::write($database, array_replace_recursive(InForce::read($database), ['apps' => [2 => ['second_factor' => 'demanded']], 'factors' => ['roles' => ['dispatcher'], 'grace' => 'P30D']]));
        $this->signInAsKeeper();
        $owing = array_fill_keys(array_column(Duty::cases(), 'value'), []);
        foreach ($this->everybody([]) as $account) {
            foreach ($account['duties'] as $duty) {
                $owing[$duty][] = $account['id'];
            }
        }
        foreach ($owing as $duty => $ids) {
            self::assertNotSame([], $ids, $duty);
            self::assertSame($ids, array_column($this->everybody([['duty', 'is', $duty]]), 'id'), $duty);
        }
    }

    public function test_counts_as_far_as_is_quick_and_all_when_told(): void
    {
        $this->keeper();
        $holder = $this->holder()->getAttributes();
        $rows = [];
        for ($index = 0; $index <= AccountList::COUNTED; $index++) {
            $rows[] = [...$holder, 'seq' => 1_000 + $index, 'id' => sprintf('00000000-0000-7000-8000-%012d', $index), 'email' => "r{$index}@post.example", 'lookup_key' => "r{$index}@post.example"];
        }
        array_map(static fn (array $chunk) => DB::table('accounts')->insert($chunk), array_chunk($rows, 50));
        $query = 'where='.rawurlencode('[["status","is","active"]]');
        self::assertSame([50, false], array_values(array_intersect_key((array) $this->ask("/accounts?{$query}")->json(), ['total' => 0, 'total_is_exact' => 0])), 'at least so many');
        self::assertSame(['total' => AccountList::COUNTED, 'total_is_exact' => false], $this->ask("/accounts/count?{$query}")->assertOk()->json());
        self::assertSame(['total' => AccountList::COUNTED + 3, 'total_is_exact' => true], $this->ask("/accounts/count?{$query}&exact=true")->json());
        self::assertSame(['total' => 0, 'total_is_exact' => true], $this->ask('/accounts/count?q=...')->json());
    }

    public function test_a_condition_holds_on_every_page_of_every_order(): void
    {
        $this->keeper();
        foreach (['ada' => 'gaugebook', 'bo' => 'kitloft', 'cy' => 'gaugebook', 'dee' => null] as $who => $app) {
            DB::table('accounts')->where('id', $this->holder("{$who}@post.example", $who)->id)->update(['app_key' => $app]);
        }
        $this->holder('eve@post.example', 'eve', proven: false);
        DB::table('accounts')->where('email', 'eve@post.example')->update(['app_key' => null]);

        foreach (['app', '-app', 'name', '-name', 'seen', '-seen', 'hash', '-hash', 'changed', '-changed'] as $sort) {
            $names = array_column($this->everybody([['status', 'is', 'active']], $sort, 1), 'name');
            self::assertCount(5, $names, $sort);
            self::assertEqualsCanonicalizing(['ada', 'bo', 'cy', 'dee', 'Maren Thistlewood'], $names, $sort);
        }
    }

    public function test_two_conditions_find_whom_both_find_on_whatever_way(): void
    {
        $this->freshlySeeded();
        $this->signInAsKeeper();
        $conditions = [
            ['status', 'is', 'active'], ['app', 'is', 'kitloft'], ['role', 'is', 'reviewer'], ['role', 'is_not', 'reviewer'], ['field', 'home_reach', 'is', 'Saltings'], ['field', 'home_reach', 'has'],
            ['metadata', 'own.nickname', 'has'], ['duty', 'is', 'accept_terms'], ['created', 'since', 'P400D'], ['seen', 'before', '2026-05-01'], ['verified', 'is', 'yes'],
        ];
        $found = array_map(fn (array $one): array => array_column($this->everybody([$one], 'name', 200), 'id'), $conditions);
        $sorts = ['roles', '-created', 'seen', 'field:home_reach', '-field:home_reach', 'app'];
        $pairs = 0;
        foreach ($conditions as $index => $one) {
            foreach (array_slice($conditions, $index + 1, null, true) as $further => $other) {
                $sort = $sorts[$pairs++ % count($sorts)];
                $ids = array_column($this->everybody([$one, $other], $sort, 40), 'id');
                $both = array_intersect($found[$index], $found[$further]);
                $expected = str_contains($sort, 'field') ? array_intersect($both, $found[5]) : $both;
                self::assertEqualsCanonicalizing(array_values($expected), $ids, json_encode([$one, $other, $sort], JSON_THROW_ON_ERROR));
            }
        }
        self::assertSame(55, $pairs);
    }

    public function test_an_order_by_a_field_of_lists_leaves_nobody_out(): void
    {
        $this->define(array_map(static fn (array $field): array => array_replace($field, ['required' => 'never']), Books::demo()['fields']));
        $this->keeper();
        $store = $this->app->make(FieldValues::class);
        $store->write($this->holder('a@post.example', 'A')->seq, ['home_reach' => ['Old Weir', 'Saltings']]);
        $store->write($this->holder('b@post.example', 'B')->seq, ['home_reach' => 'Saltings']);
        self::assertSame(['A', 'B'], array_column($this->everybody([['field', 'home_reach', 'is', 'Saltings']], 'field:home_reach'), 'name'));
    }

    public function test_the_order_of_roles_follows_whoever_gives_or_takes_one(): void
    {
        $this->keeper();
        $bo = $this->holder('bo@post.example', 'Bo', role: 'reviewer');
        $this->holder('cy@post.example', 'Cy');
        $roles = $this->app->make(Roles::class);
        self::assertSame(['Cy', 'Maren Thistlewood', 'Bo'], array_column($this->everybody([], 'roles'), 'name'), 'nobody, keeper, reviewer');
        $roles->define('editor', 'Writes notices', ['notices:publish']);
        $this->app->make(Assignments::class)->assign($bo->id, 'editor', 'the test', 'needed');
        self::assertSame(['Cy', 'Bo', 'Maren Thistlewood'], array_column($this->everybody([], 'roles'), 'name'), 'editor and reviewer come before keeper');
        $this->app->make(Assignments::class)->takeAll([$bo->id], 'editor');
        $this->app->make(Assignments::class)->takeAll([$bo->id], 'reviewer');
        self::assertSame(['Maren Thistlewood', 'Cy', 'Bo'], array_column($this->everybody([], '-roles'), 'name'));
    }

    public function test_a_search_finds_ids_and_phone_numbers(): void
    {
        $this->define(array_map(static fn (array $field): array => array_replace($field, ['required' => 'never']), Books::demo()['fields']));
        $this->keeper();
        $tam = $this->holder();
        $this->app->make(FieldValues::class)->write($tam->seq, ['phone' => '+4721938128']);
        foreach ([substr($tam->id, 0, 13), strtoupper($tam->id), '+47 2193', '4721 93 81 28'] as $typed) {
            self::assertSame(['Tam Pellow'], array_column((array) $this->ask('/accounts?q='.rawurlencode($typed))->assertOk()->json('items'), 'name'), $typed);
        }
        self::assertSame([], $this->ask('/accounts?q=472')->json('items'), 'too few digits for a number');
    }

    public function test_a_search_finds_how_values_of_searchable_fields_begin(): void
    {
        $this->define(array_map(static fn (array $field): array => array_replace($field, ['required' => 'never', 'searchable' => in_array($field['key'], ['boat_licence', 'home_reach', 'trained_on'], true)]), Books::demo()['fields']));
        $this->keeper();
        $tam = $this->holder();
        $this->app->make(FieldValues::class)->write($tam->seq, ['boat_licence' => 'Ünder-Wey 7', 'home_reach' => 'Wend Forks', 'trained_on' => '2021-05-06', 'training_level' => 'full']);
        $names = fn (string $typed): array => array_column((array) $this->ask('/accounts?q='.rawurlencode($typed))->assertOk()->json('items'), 'name');
        foreach (['Ünder', 'under wey', 'ünd', 'wend fo', '2021-05'] as $typed) {
            self::assertSame(['Tam Pellow'], $names($typed), $typed);
            self::assertSame(['total' => 1, 'total_is_exact' => true], $this->ask('/accounts/count?q='.rawurlencode($typed))->json());
        }
        self::assertSame([[], [], []], [$names('wey'), $names('forks'), $names('full')], 'not in the middle, and not of a field that is not searched');
    }

    /** @param  list<list<string>>  $conditions */
    private function where(array $conditions): TestResponse
    {
        return $this->ask('/accounts?sort=name&where='.rawurlencode(json_encode($conditions, JSON_THROW_ON_ERROR)));
    }

    /**
     * @param  list<list<string>>  $conditions
     * @return list<string>
     */
    private function found(array $conditions): array
    {
        $answer = $this->where($conditions);
        self::assertSame(200, $answer->getStatusCode(), (string) $answer->getContent());
        self::assertSame($answer->json('total'), $this->ask('/accounts/count?where='.rawurlencode(json_encode($conditions, JSON_THROW_ON_ERROR)))->json('total'));

        return array_column((array) $answer->json('items'), 'name');
    }

    /**
     * @param  list<list<string>>  $conditions
     * @return list<array<string, mixed>>
     */
    private function everybody(array $conditions, string $sort = 'name', int $limit = 200): array
    {
        $found = [];
        $cursor = '';
        do {
            $page = $this->ask("/accounts?sort={$sort}&limit={$limit}&where=".rawurlencode(json_encode($conditions, JSON_THROW_ON_ERROR)).$cursor)->assertOk();
            $found = [...$found, ...(array) $page->json('items')];
            $cursor = "&cursor={$page->json('next')}";
        } while ($page->json('next') !== null);

        return $found;
    }

    /** @param  array<string, mixed>  $own */
    private function merge(string $id, array $own): void
    {
        $this->knock('PATCH', "/accounts/{$id}/metadata/own", json_encode($own, JSON_THROW_ON_ERROR), ['Content-Type' => 'application/merge-patch+json', 'If-Match' => '*'], 'console')->assertOk();
    }

    private function freshlySeeded(): void
    {
        $this->command('migrate:fresh', ['--force' => true]);
        $this->app->make(Scenario::class)->seed(640, $this->clock->now());
    }

    private function signInAsKeeper(): void
    {
        $this->knock('POST', '/sessions', ['email' => 'maren@alderwend.example', 'password' => DemoKeeper::PASSWORD], surface: 'console')->assertCreated();
    }
}
