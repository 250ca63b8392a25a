<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Directory\Fields;

use Eris\Generators;
use Illuminate\Support\Facades\DB;
use Kennel\App\Directory\Fields\FieldValues;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Support\Books;
use Kennel\Tests\Support\Properties;
use Kennel\Tests\Support\Texts;

/** Fields are found and sorted by an index, whatever their number. */
final class FieldStorageTest extends DoorTestCase
{
    use Properties;

    protected function setUp(): void
    {
        parent::setUp();
        $this->define([...array_map(static fn (array $field): array => array_replace($field, ['required' => 'never']), Books::demo()['fields']), Books::field('number', ['key' => 'gauges', 'label' => 'Gauges'])]);
    }

    public function test_values_come_out_as_they_went_in(): void
    {
        $account = $this->holder();
        $values = ['gauges' => 2.5, 'home_reach' => 'Saltings', 'listed' => false, 'speaks' => ['en', 'cy'], 'trained_on' => '2020-02-29'];
        $store = $this->app->make(FieldValues::class);
        $store->write($account->seq, $values);
        self::assertSame($values, $store->of($account->seq));
        $store->write($account->seq, ['speaks' => ['ja'], 'gauges' => null]);
        self::assertSame(['home_reach' => 'Saltings', 'listed' => false, 'speaks' => ['ja'], 'trained_on' => '2020-02-29'], $store->of($account->seq));
    }

    public function test_whatever_it_holds_a_value_is_read_as_it_was_written(): void
    {
        $store = $this->app->make(FieldValues::class);
        $account = $this->holder();
        $one = Generators::oneOf(Texts::ofAnyScript(), Generators::int(), Generators::float(), Generators::bool());
        $this->limitTo(120)->forAll($one, Generators::vector(3, Texts::ofAnyScript()))->then(function (bool|int|float|string $value, array $several) use ($store, $account): void {
            $values = ['gauges' => $value, 'speaks' => $several];
            $store->write($account->seq, $values);
            self::assertSame($values, $store->of($account->seq));
            self::assertSame($values, FieldValues::decode((string) json_encode(array_map(static fn (array $row): array => [$row['field_key'], $row['position'], json_decode($row['value'])], [...FieldValues::rows(1, 'gauges', $value), ...FieldValues::rows(1, 'speaks', $several)]), JSON_PRESERVE_ZERO_FRACTION | JSON_THROW_ON_ERROR)));
            $this->reach(get_debug_type($value));
        });
        foreach (['string', 'int', 'float', 'bool'] as $type) {
            $this->assertReached(5, $type);
        }
    }

    public function test_accounts_are_filtered_and_sorted_by_a_field(): void
    {
        $this->keeper();
        $store = $this->app->make(FieldValues::class);
        foreach (['a' => ['Saltings', 10], 'b' => ['Mill Reach', 9.5], 'c' => ['saltings', -3], 'd' => ['Saltings', 100]] as $who => [$reach, $gauges]) {
            $store->write($this->holder("{$who}@post.example", strtoupper($who))->seq, ['home_reach' => $reach, 'gauges' => $gauges, 'speaks' => ['en', 'cy'], 'listed' => $who === 'b']);
        }
        $names = fn (string $query): array => array_column((array) $this->ask("/accounts?{$query}")->assertOk()->json('items'), 'name');
        $is = self::is(...);
        self::assertSame(['A', 'D'], $names($is('home_reach', 'Saltings').'&sort=name'), 'exactly this value');
        self::assertSame(['C'], $names($is('home_reach', 'saltings')));
        self::assertSame(['B'], $names($is('gauges', '9.5')));
        self::assertSame(['A', 'B', 'C', 'D'], $names($is('speaks', 'cy').'&sort=name'));
        self::assertSame([['B'], ['B'], ['A', 'C', 'D'], ['A', 'C', 'D']], array_map(static fn (string $value): array => $names($is('listed', $value).'&sort=name'), ['yes', 'true', 'no', 'false']));
        self::assertSame(['C', 'B', 'A', 'D'], $names('sort=field:gauges'), 'as numbers, not as text');
        self::assertSame(['D', 'A', 'B', 'C'], $names('sort=-field:gauges'));
        self::assertSame(['A'], $names('sort=field:gauges&q=post&'.$is('gauges', '10')));
        self::assertSame([], $names($is('home_reach', "' OR 1=1 --")));
        $this->ask('/accounts?sort=field:nothing')->assertStatus(422)->assertJsonPath('reasons.0.code', 'where.field');
        $first = $this->ask('/accounts?sort=field:gauges&limit=2');
        self::assertSame(['A', 'D'], $names('sort=field:gauges&limit=2&cursor='.$first->json('next')));
    }

    public function test_a_value_that_many_hold_is_found_by_walking(): void
    {
        $this->keeper();
        $holder = $this->holder()->getAttributes();
        $accounts = $values = [];
        for ($index = 0; $index <= 1_000; $index++) {
            $accounts[] = [...$holder, 'seq' => 1_000 + $index, 'id' => sprintf('00000000-0000-7000-8000-%012d', $index), 'name' => sprintf('Reader %04d', $index), 'name_key' => sprintf('reader %04d', $index), 'email' => "r{$index}@post.example", 'lookup_key' => "r{$index}@post.example"];
            $values = [...$values, ...FieldValues::rows(1_000 + $index, 'home_reach', $index === 7 ? 'Mill Reach' : 'Saltings')];
        }
        array_map(static fn (array $chunk) => DB::table('accounts')->insert($chunk), array_chunk($accounts, 50));
        array_map(static fn (array $chunk) => DB::table('field_values')->insert($chunk), array_chunk($values, 50));
        $ask = fn (string $query): array => [array_column((array) $this->ask("/accounts?{$query}&sort=name&limit=2")->assertOk()->json('items'), 'name'), $this->ask("/accounts/count?{$query}")->json('total')];
        self::assertSame([['Reader 0000', 'Reader 0001'], 1_001], $ask('where='.rawurlencode('[["field","home_reach","has"]]')));
        self::assertSame([['Reader 0000', 'Reader 0001'], 1_000], $ask(self::is('home_reach', 'Saltings')));
        self::assertSame([['Reader 0007'], 1], $ask(self::is('home_reach', 'Mill Reach')));
        DB::table('field_values')->where('account_seq', 1_007)->update(['value' => '"Saltings"', 'sort_key' => DB::table('field_values')->where('account_seq', 1_001)->value('sort_key')]);
        self::assertSame([['Reader 0000', 'Reader 0001'], 1_001], $ask(self::is('home_reach', 'Saltings')));
    }

    public function test_the_query_plans_use_the_index_and_never_scan(): void
    {
        $this->keeper();
        ($this->app->make(FieldValues::class))->write($this->holder()->seq, ['home_reach' => 'Saltings', 'gauges' => 3]);
        $queries = [
            '/accounts?'.self::is('home_reach', 'Saltings') => ['field_values', 'COVERING INDEX field_values_value (field_key=? AND value=?)'],
            '/accounts?sort=field:gauges' => ['"o"."sort_key"', 'field_values_sort (field_key=?)'],
            '/accounts?sort=-field:gauges' => ['"o"."sort_key"', 'field_values_sort (field_key=?)'],
        ];
        foreach ($queries as $door => [$part, $index]) {
            DB::flushQueryLog();
            DB::enableQueryLog();
            $this->ask($door)->assertOk();
            $asked = array_values(array_filter(DB::getQueryLog(), static fn (array $query): bool => str_contains($query['query'], $part)
                // A first stretch of the list, which is bounded.
                && ! str_contains($query['query'], 'limit 600')));
            self::assertNotSame([], $asked);
            $plans = [];
            foreach ($asked as $query) {
                $plans = [...$plans, ...array_column(DB::select("EXPLAIN QUERY PLAN {$query['query']}", $query['bindings']), 'detail')];
            }
            $plan = implode("\n", $plans);
            self::assertStringContainsString($index, $plan, $door);
            self::assertDoesNotMatchRegularExpression('/SCAN (?!\(subquery)/', $plan, $door);
            // The few that one condition finds are sorted once they are found; a list that is walked is in its order.
            self::assertSame(str_contains($door, 'where'), str_contains($plan, 'USE TEMP B-TREE FOR ORDER BY'), $door);
        }
    }

    public function test_what_does_not_fit_is_reported_and_kept(): void
    {
        $this->keeper();
        $store = $this->app->make(FieldValues::class);
        foreach (['saltings', 'saltings', 'Old Weir', 'Saltings'] as $n => $reach) {
            $store->write($this->holder("n{$n}@post.example")->seq, ['home_reach' => $reach]);
        }
        $field = ((array) $this->ask('/fields')->assertOk()->json('items'))[0];
        self::assertSame(['home_reach', 4], [$field['key'], $field['held']]);
        self::assertSame([['"saltings"', 2, 'Saltings'], ['"Old Weir"', 1, null]], array_map(static fn (array $misfit): array => [$misfit['value'], $misfit['accounts'], $misfit['likely']], $field['misfits']));
        self::assertSame(4, self::rows('field_values'));
        for ($n = 0; $n < 60; $n++) {
            $store->write($this->holder("m{$n}@post.example")->seq, ['home_reach' => "Reach {$n}"]);
        }
        $field = ((array) $this->ask('/fields')->assertOk()->json('items'))[0];
        self::assertSame([64, 50], [$field['held'], count($field['misfits'])], 'the most frequent are listed');
        self::assertSame('"saltings"', $field['misfits'][0]['value']);
    }

    private static function is(string $field, string $value): string
    {
        return 'where='.rawurlencode(json_encode([['field', $field, 'is', $value]], JSON_THROW_ON_ERROR));
    }
}
