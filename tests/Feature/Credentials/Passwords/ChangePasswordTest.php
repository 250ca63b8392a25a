<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Credentials\Passwords;

use Illuminate\Support\Facades\DB;
use Kennel\Tests\Feature\DoorTestCase;

final class ChangePasswordTest extends DoorTestCase
{
    private const NEW = 'eleven herons in a row';

    public function test_a_new_password_ends_every_other_session_unless_it_is_said_otherwise(): void
    {
        $this->holder();
        foreach ([['PATCH', '/account', ['name' => 'Tam Pellow', 'current' => self::PASSWORD, 'password' => 'quick red herons fly']], ['PUT', '/account/password', ['current' => 'quick red herons fly', 'password' => self::PASSWORD]]] as [$method, $path, $body]) {
            $password = (string) $body['current'];
            foreach (['another', 'the first'] as $browser) {
                $this->inBrowserOf($browser)->knock('POST', '/sessions', ['email' => 'tam@post.example', 'password' => $password])->assertCreated();
            }
            $this->knock($method, $path, $body, ['If-Match' => '*'])->assertSuccessful();
            $this->knock('GET', '/session')->assertOk();
            $this->inBrowserOf('another')->knock('GET', '/session')->assertUnauthorized();
        }
    }

    public function test_knowing_the_former_one_sets_a_new_one_and_others_end_by_choice(): void
    {
        $this->holder();
        $this->signIn(surface: 'console');
        $this->signIn();
        $this->change(self::PASSWORD, self::NEW, false)->assertNoContent();
        self::assertSame(2, DB::table('sessions')->whereNull('ended_at')->count());
        $this->change(self::NEW, self::PASSWORD, true)->assertNoContent();
        self::assertSame(1, DB::table('sessions')->whereNull('ended_at')->count(), 'this one stays');
        $this->knock('GET', '/session')->assertOk();
        $this->ask('/session')->assertStatus(401);
        self::assertSame(['password_changed', 'password_changed'], DB::table('messages')->pluck('kind')->all());
        self::assertSame(2, DB::table('audit_events')->where('event', 'account.password_changed')->count());
    }

    public function test_refusals_change_nothing(): void
    {
        $account = $this->holder();
        $this->change(self::PASSWORD, self::NEW)->assertStatus(401);
        $this->signIn();
        $before = DB::table('accounts')->where('id', $account->id)->value('password_hash');
        $this->change('not this one', self::NEW)->assertStatus(422)->assertJsonPath('reasons.0.code', 'password.current_wrong');
        $this->change(self::PASSWORD, 'short')->assertStatus(422)->assertJsonPath('reasons.0.code', 'password.too_short');
        $this->change(self::PASSWORD, '')->assertStatus(422)->assertJsonPath('reasons.0.code', 'password.required');
        $this->knock('PUT', '/account/password', ['current' => self::PASSWORD])->assertStatus(422);
        $this->knock('PATCH', '/account/fields', ['fields' => [], 'password' => ''], ['If-Match' => '*'])->assertStatus(422)->assertJsonPath('reasons.0.code', 'key.unknown');
        self::assertSame($before, DB::table('accounts')->where('id', $account->id)->value('password_hash'));
        self::assertSame(0, self::rows('messages'));
    }

    public function test_the_same_password_is_no_new_one_whatever_is_owed(): void
    {
        $this->holder();
        $this->signIn();
        $this->knock('PUT', '/account/password', ['current' => self::PASSWORD, 'password' => self::PASSWORD])->assertStatus(422)->assertJsonPath('reasons.0.code', 'password.same');
        $this->knock('PATCH', '/account', ['current' => self::PASSWORD, 'password' => self::PASSWORD], ['If-Match' => '*'])->assertStatus(422)->assertJsonPath('reasons.0.code', 'password.same');
    }

    public function test_the_right_present_password_forgives_the_wrong_ones(): void
    {
        config(['rules.throttles.signins_of_account.free' => 3]);
        $this->holder();
        $this->signIn();
        $try = fn (string $current): int => $this->change($current, 'short')->getStatusCode();
        self::assertSame([422, 422, 422, 422, 422, 422, 422], array_map($try, ['a', 'b', self::PASSWORD, 'c', 'd', 'e', 'f']));
        self::assertSame(429, $try('g'), 'four wrong ones since');
    }

    public function test_a_new_password_is_judged_while_it_is_typed(): void
    {
        self::assertTrue($this->knock('POST', '/passwords/verdict', ['password' => self::NEW, 'email' => 'tam@post.example'])->assertOk()->json('accepted'));
        $judged = $this->knock('POST', '/passwords/verdict', ['password' => 'tam@post.example', 'email' => 'tam@post.example'])->assertOk();
        self::assertSame(['password.is_address'], self::codes($judged));
        self::assertSame(['password.required'], self::codes($this->knock('POST', '/passwords/verdict', ['password' => ''])));
        self::assertSame(['password.too_short'], self::codes($this->knock('POST', '/passwords/verdict', ['password' => 'so short', 'email' => 'no address yet'])));
    }

    private function change(string $current, string $new, bool $endOthers = false): \Illuminate\Testing\TestResponse
    {
        return $this->knock('PUT', '/account/password', ['current' => $current, 'password' => $new, 'end_others' => $endOthers]);
    }
}
