<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Foundation;

use Illuminate\Database\Events\QueryExecuted;
use Illuminate\Support\Facades\DB;
use Kennel\Tests\Feature\DoorTestCase;
use PHPUnit\Framework\Attributes\DataProvider;

/** What a stranger can time: whether there is an account must not change what is written, only what stays. */
final class SameWorkTest extends DoorTestCase
{
    public function test_a_signup_writes_as_much_for_whatever_address(): void
    {
        $signup = ['app' => 'gaugebook', 'name' => 'Tam', 'password' => self::PASSWORD];
        $this->everySort();
        $written = [];
        foreach (['nobody', 'pending', 'active', 'suspended', 'closed'] as $sort) {
            foreach (['first', 'again'] as $time) {
                $written["{$sort}, {$time}"] = $this->writtenBy(fn () => $this->knock('POST', '/signups', ['email' => "{$sort}@post.example"] + $signup)->assertStatus(202));
            }
        }
        self::assertSame(array_fill_keys(array_keys($written), $written['nobody, first']), $written);
    }

    #[DataProvider('doors')]
    public function test_a_door_for_strangers_writes_as_much_for_whatever_address(string $path): void
    {
        $this->everySort();
        $written = [];
        foreach (['nobody', 'pending', 'active', 'suspended', 'closed'] as $sort) {
            foreach (['first', 'again'] as $time) {
                $written["{$sort}, {$time}"] = $this->writtenBy(fn () => $this->knock('POST', $path, ['email' => "{$sort}@post.example"]));
            }
        }
        self::assertSame(array_fill_keys(array_keys($written), $written['nobody, first']), $written);
    }

    /** @return list<array{string}> */
    public static function doors(): array
    {
        return [['/recoveries'], ['/verifications']];
    }

    private function everySort(): void
    {
        $this->holder('pending@post.example', proven: false);
        foreach (['active', 'suspended', 'closed'] as $status) {
            $account = $this->holder("{$status}@post.example");
            DB::table('accounts')->where('id', $account->id)->update(['status' => $status, 'closed_at' => $status === 'closed' ? '2026-05-01T12:00:00.000Z' : null]);
        }
    }

    /** @return array<string, int> how many statements write into each table */
    private function writtenBy(\Closure $act): array
    {
        $written = [];
        DB::listen(static function (QueryExecuted $query) use (&$written): void {
            if (preg_match('/^(insert(?: or ignore)? into|update|delete from) "?(\w+)/i', $query->sql, $found) === 1) {
                $written[strtolower("{$found[1]} {$found[2]}")] = ($written[strtolower("{$found[1]} {$found[2]}")] ?? 0) + 1;
            }
        });
        $act();
        DB::getEventDispatcher()->forget(QueryExecuted::class);
        ksort($written);

        return $written;
    }
}
