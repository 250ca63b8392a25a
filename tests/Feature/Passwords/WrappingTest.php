<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Passwords;

use Illuminate\Support\Facades\DB;
use Kennel\App\Accounts\Accounts;
use Kennel\Tests\Feature\DoorTestCase;

final class WrappingTest extends DoorTestCase
{
    public function test_older_hashes_are_previewed_wrapped_and_become_plain_at_sign_in(): void
    {
        $this->keeper();
        foreach (['a' => '{SSHA}'.base64_encode(sha1(self::PASSWORD.'salt', true).'salt'), 'b' => password_hash(self::PASSWORD, PASSWORD_BCRYPT, ['cost' => 4]), 'c' => '$y$unknown'] as $who => $stored) {
            $this->app->make(Accounts::class)->storeHash($this->holder("{$who}@post.example"), $stored);
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
        self::assertSame('A backup went missing', DB::table('audit_events')->where('event', 'passwords.wrapping_begun')->value('reason'));
        foreach (['a', 'b'] as $who) {
            $this->knock('POST', '/sessions', ['email' => "{$who}@post.example", 'password' => 'wrong'])->assertStatus(401);
            $this->signIn("{$who}@post.example")->assertCreated();
            self::assertSame('Argon2id 7168/1/1', DB::table('accounts')->where('email', "{$who}@post.example")->value('hash_kind'));
        }
        $this->knock('POST', '/passwords/wrapping', ['reason' => 'again'], [], 'console')->assertStatus(422)->assertJsonPath('reasons.0.code', 'wrapping.nothing');
    }

    public function test_a_run_that_was_stopped_wraps_no_more(): void
    {
        $this->keeper();
        $this->app->make(Accounts::class)->storeHash($this->holder(), '$digest$md5$password$$'.md5(self::PASSWORD));
        $id = (string) $this->knock('POST', '/passwords/wrapping', ['reason' => 'x'], [], 'console')->json('run.id');
        $this->knock('DELETE', "/passwords/wrapping/{$id}", null, [], 'console')->assertNoContent();
        $this->work();
        self::assertSame(1, DB::table('accounts')->where('hash_kind', 'bare digest md5 password')->count());
    }
}
