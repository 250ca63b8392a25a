<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Credentials\Passwords;

use Illuminate\Support\Facades\DB;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Feature\Trail;

final class WrappingTest extends DoorTestCase
{
    public function test_older_hashes_are_previewed_wrapped_and_become_plain_at_sign_in(): void
    {
        $this->keeper();
        foreach (['a' => '{SSHA}'.base64_encode(sha1(self::PASSWORD.'salt', true).'salt'), 'b' => password_hash(self::PASSWORD, PASSWORD_BCRYPT, ['cost' => 4]), 'c' => '$y$unknown'] as $who => $stored) {
            $this->app->make(Accounts::class)->storeHash($this->holder("{$who}@post.example"), HashKind::describe($stored));
        }
        $preview = $this->ask('/passwords/wrapping')->assertOk();
        self::assertSame([2, null], [$preview->json('accounts'), $preview->json('run')]);
        self::assertSame(0, DB::table('accounts')->where('hash_kind', 'like', 'wrapped%')->count(), 'looking changes nothing');
        $this->knock('POST', '/passwords/wrapping', ['reason' => ''], [], 'console')->assertStatus(422)->assertJsonPath('reasons.0.code', 'reason.required');
        $this->knock('POST', '/passwords/wrapping', ['reason' => 'A backup went missing'], [], 'console')->assertStatus(202)->assertJsonPath('run.state', 'queued');
        $this->work();
        $after = $this->ask('/passwords/wrapping')->assertOk();
        self::assertSame([0, 'done', 2, 2], [$after->json('accounts'), $after->json('run.state'), $after->json('run.done'), $after->json('run.total')]);
        self::assertSame(['Argon2id 7168/1/1', 'not recognised: y', 'wrapped bcrypt in Argon2id 7168/1/1', 'wrapped salted SHA-1 (SSHA) in Argon2id 7168/1/1'], DB::table('accounts')->distinct()->orderBy('hash_kind')->pluck('hash_kind')->all());
        self::assertSame('A backup went missing', Trail::sole('passwords.wrapping_begun')['reason']);
        foreach (['a', 'b'] as $who) {
            $this->knock('POST', '/sessions', ['email' => "{$who}@post.example", 'password' => 'wrong'])->assertStatus(401);
            $this->signIn("{$who}@post.example")->assertCreated();
            self::assertSame('Argon2id 7168/1/1', DB::table('accounts')->where('email', "{$who}@post.example")->value('hash_kind'));
        }
        $this->knock('POST', '/passwords/wrapping', ['reason' => 'again'], [], 'console')->assertStatus(422)->assertJsonPath('reasons.0.code', 'wrapping.nothing');
    }

    public function test_a_hash_that_changed_between_reading_and_writing_stays(): void
    {
        $stored = '$digest$md5$password$$'.md5(self::PASSWORD);
        $accounts = $this->app->make(Accounts::class);
        $account = $this->holder();
        $accounts->storeHash($account, HashKind::describe($stored));
        $read = $accounts->find($account->id);
        self::assertNotNull($read);
        $now = $accounts->find($account->id);
        self::assertNotNull($now);
        $accounts->storeHash($now, HashKind::describe(password_hash('another by now', PASSWORD_BCRYPT, ['cost' => 4])));
        self::assertFalse($accounts->swapHash($read, HashKind::describe('wrapped')));
        self::assertStringStartsWith('$2y$', (string) DB::table('accounts')->value('password_hash'));
    }

    public function test_a_run_that_is_cancelled_in_the_middle_stops_and_a_later_one_takes_its_place(): void
    {
        $this->keeper();
        $accounts = $this->app->make(Accounts::class);
        for ($n = 0; $n < 60; $n++) {
            $accounts->addAll([[...(array) DB::table('accounts')->first(), 'seq' => null, 'id' => (string) \Illuminate\Support\Str::uuid7(), 'email' => "w{$n}@post.example", 'lookup_key' => "w{$n}@post.example", 'password_hash' => '$digest$md5$password$$'.md5("w{$n}"), 'hash_kind' => 'bare digest md5 password']]);
        }
        $wrapped = static fn (): int => DB::table('accounts')->where('hash_kind', 'like', 'wrapped%')->count();
        $begin = fn (): string => (string) $this->knock('POST', '/passwords/wrapping', ['reason' => 'x'], [], 'console')->assertStatus(202)->json('run.id');
        $first = $begin();
        // Somebody cancels while the first of them is being enclosed.
        DB::statement("CREATE TEMP TRIGGER cancelled AFTER UPDATE OF hash_kind ON accounts WHEN new.hash_kind LIKE 'wrapped%' BEGIN UPDATE wrap_runs SET state = 'cancelled' WHERE state = 'running'; END");
        $this->work();
        DB::statement('DROP TRIGGER cancelled');
        self::assertSame('cancelled', DB::table('wrap_runs')->where('id', $first)->value('state'));
        self::assertThat($wrapped(), self::logicalAnd(self::greaterThan(0), self::lessThan(60)), 'a chunk, and no more');
        $second = $begin();
        $this->work();
        self::assertSame([60, 'done', 'cancelled'], [$wrapped(), DB::table('wrap_runs')->where('id', $second)->value('state'), DB::table('wrap_runs')->where('id', $first)->value('state')]);
    }

    public function test_a_run_that_was_stopped_wraps_no_more(): void
    {
        $this->keeper();
        $this->app->make(Accounts::class)->storeHash($this->holder(), HashKind::describe('$digest$md5$password$$'.md5(self::PASSWORD)));
        $former = (string) $this->knock('POST', '/passwords/wrapping', ['reason' => 'x'], [], 'console')->json('run.id');
        $id = (string) $this->knock('POST', '/passwords/wrapping', ['reason' => 'x'], [], 'console')->json('run.id');
        self::assertSame(['cancelled', 'queued'], [DB::table('wrap_runs')->where('id', $former)->value('state'), DB::table('wrap_runs')->where('id', $id)->value('state')], 'there is one at a time');
        $this->knock('DELETE', "/passwords/wrapping/{$id}", null, [], 'console')->assertNoContent();
        $this->work();
        self::assertSame(1, DB::table('accounts')->where('hash_kind', 'bare digest md5 password')->count());
    }
}
