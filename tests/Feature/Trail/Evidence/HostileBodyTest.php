<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Trail\Evidence;

use Illuminate\Support\Facades\DB;
use Kennel\Tests\Feature\DoorTestCase;
use PHPUnit\Framework\Attributes\DataProvider;

/** Whatever a stranger sends is shown to operators afterwards: a row that cannot be read would hide all others. */
final class HostileBodyTest extends DoorTestCase
{
    /** @return iterable<string, array{string}> */
    public static function bodies(): iterable
    {
        yield 'a name that begins with NUL' => ['{"\u0000evil":1}'];
        yield 'deeper' => ['{"app":"gaugebook","fields":{"\u0000evil":{"\u0000":[]}}}'];
        yield 'an empty name' => ['{"":1,"__proto__":{"a":1}}'];
        yield 'no number' => ['{"app":1e999,"fields":{"a":-1e999}}'];
        yield 'names that are numbers' => ['{"0":1,"1":2}'];
        yield 'kinds of metadata that there are not' => ['{"metadata":{"0":{"a":1},"built_in":{"name":1},"":[]},"fields":[[1],null]}'];
        yield 'five thousand names' => ['{'.implode(',', array_map(static fn (int $at): string => "\"k{$at}\":0", range(1, 5_000))).'}'];
    }

    #[DataProvider('bodies')]
    public function test_the_trace_is_read_whatever_was_sent(string $body): void
    {
        foreach (['/recoveries', '/sessions', '/signups'] as $path) {
            self::assertLessThan(500, $this->knock('POST', $path, $body)->getStatusCode());
        }
        $this->keeper();
        self::assertLessThan(500, $this->knock('POST', '/accounts', $body, surface: 'console')->getStatusCode());
        $items = (array) $this->ask('/evidence')->assertOk()->json('items');
        self::assertGreaterThanOrEqual(3, count(array_filter($items, static fn (array $one): bool => $one['lane'] === 'wire')));
        self::assertSame(0, DB::table('audit_events')->where('changes', '')->count());
    }

    public function test_metadata_with_an_impossible_name_is_refused_where_it_is_sent(): void
    {
        $this->keeper();
        $account = $this->holder();
        $sent = ['Content-Type' => 'application/json', 'If-Match' => '*'];
        $this->knock('PUT', "/accounts/{$account->id}/metadata/internal", '{"\u0000evil":1}', $sent, 'console')->assertStatus(422)->assertJsonPath('reasons.0.code', 'metadata.key');
        $this->knock('POST', '/accounts', '{"app":"gaugebook","name":"Ada","email":"ada@post.example","way":"invite","reason":"as asked","metadata":{"own":{"\u0000evil":1}}}', $sent, 'console')->assertStatus(422)->assertJsonFragment(['code' => 'metadata.key']);
        self::assertSame(0, DB::table('accounts')->where('email', 'ada@post.example')->count());
    }
}
