<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Directory\Accounts;

use Illuminate\Support\Facades\DB;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\AccountStream;
use Kennel\App\Directory\Accounts\Standings;
use Kennel\App\Directory\Fields\FieldValues;
use Kennel\Core\Directory\Accounts\DutyRules;
use Kennel\Core\Directory\Accounts\Owed;
use Kennel\Core\Directory\Accounts\Standing;
use Kennel\Tests\Feature\DoorTestCase;

/** What is known of an account is read in three ways, one at a time, a page and a stream of them: each must say the same. */
final class FactsTest extends DoorTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $demo = require __DIR__.'/../../../../database/demo/rules.php';
        $this->define($demo['fields']);
        config(['rules.signup.terms' => $demo['signup']['terms']]);
    }

    public function test_an_account_owes_the_same_however_it_is_read(): void
    {
        $terms = (string) config('rules.signup.terms.version');
        $waive = static fn (string $id, string $subject) => DB::table('duty_waivers')->insert(['account_id' => $id, 'subject' => $subject, 'waived_by' => 'Maren', 'why' => 'x', 'waived_at' => '2026-05-01T12:00:00.000Z']);
        $write = fn (int $seq, array $values) => $this->app->make(FieldValues::class)->write($seq, $values);
        $make = fn (string $who, array $columns = [], bool $proven = true) => tap($this->holder("{$who}@post.example", proven: $proven), static fn ($account) => $columns === [] ? 0 : DB::table('accounts')->where('id', $account->id)->update($columns));
        $make('pending', proven: false);
        $make('plain', ['terms_version' => $terms]);
        $make('asked', ['password_owed' => 'asked']);
        $make('suspended', ['status' => 'suspended']);
        $make('closed', ['status' => 'closed', 'closed_at' => '2026-05-01T12:00:00.000Z']);
        $make('of_no_app', ['app_key' => null]);
        $write($make('whole', ['terms_version' => $terms])->seq, ['home_reach' => 'Saltings', 'training_level' => 'full']);
        $write($make('half')->seq, ['home_reach' => 'saltings', 'speaks' => ['en', 'cy']]);
        $waived = $make('waived');
        $waive($waived->id, "accept_terms:{$terms}");
        $waive($waived->id, 'complete_fields:home_reach');

        $said = static fn (Standing $standing): array => [$standing->access->value, array_map(static fn (Owed $owed): string => $owed->subject, $standing->owed)];
        $this->app->forgetScopedInstances();
        $accounts = $this->app->make(Accounts::class);
        $standings = $this->app->make(Standings::class);
        $streamed = [];
        foreach ($this->app->make(AccountStream::class)->chunks(0) as $chunk) {
            $streamed += array_map(fn ($facts): array => $said(Standing::of($facts, $this->app->make(DutyRules::class))), $chunk);
        }
        $all = array_map(static fn (string $id) => $accounts->find($id) ?? self::fail('gone'), DB::table('accounts')->orderBy('seq')->pluck('id')->all());
        self::assertCount(9, $all);
        $paged = array_map($said, $standings->ofAll($all));
        $single = [];
        foreach ($all as $account) {
            $single[$account->id] = $said($standings->of($account));
        }
        self::assertSame($single, $paged);
        self::assertSame($single, $streamed);
        $distinct = array_unique(array_map(serialize(...), $single));
        self::assertGreaterThanOrEqual(7, count($distinct), 'they differ from each other');
        self::assertSame([], $standings->ofAll([]));
    }
}
