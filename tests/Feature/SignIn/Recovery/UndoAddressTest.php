<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\SignIn\Recovery;

use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Kennel\App\Messaging\Mail\Composition;
use Kennel\Tests\Feature\DoorTestCase;

/** Somebody changed the address of an account; whoever reads the former one takes it back. */
final class UndoAddressTest extends DoorTestCase
{
    private function changeTo(string $email): void
    {
        $this->knock('POST', '/account/address', ['email' => $email, 'current' => self::PASSWORD])->assertStatus(202);
        $this->knock('POST', '/account/address/take', ['token' => $this->linkTo($email)])->assertOk();
    }

    private function linkTo(string $address): string
    {
        $sealed = DB::table('messages')->where('recipient', $address)->orderByDesc('seq')->value('sealed');
        preg_match('/#t=([A-Za-z0-9_-]{43})/', $this->app->make(Composition::class)->open((string) $sealed)['text'], $found);

        return $found[1] ?? '';
    }

    private function undo(string $token, string $door = 'undo'): TestResponse
    {
        return $this->knock('POST', "/account/address/{$door}", ['token' => $token]);
    }

    public function test_it_ends_sessions_asks_for_a_new_password_and_tells_both(): void
    {
        $tam = $this->holder();
        $this->signIn()->assertCreated();
        $this->changeTo('thief@post.example');
        $token = $this->linkTo('tam@post.example');
        $this->inBrowserOf('tam');
        $this->undo($token, 'undo/inspect')->assertOk()->assertExactJson(['before' => 'thief@post.example', 'after' => 'tam@post.example']);
        self::assertSame('thief@post.example', DB::table('accounts')->value('email'), 'looking at it changes nothing');
        $this->undo($token)->assertOk()->assertJsonPath('address', 'tam@post.example');
        self::assertSame(['tam@post.example', 'compromised'], array_values((array) DB::table('accounts')->where('id', $tam->id)->first(['email', 'password_owed'])));
        $this->inBrowserOf('the first');
        $this->knock('GET', '/session')->assertUnauthorized();
        self::assertSame(['own_address_changed', 'reset_password'], DB::table('messages')->orderByDesc('seq')->limit(2)->pluck('kind')->sort()->values()->all());
        self::assertSame('', $this->linkTo('thief@post.example'), 'and whoever took it is told, and can undo nothing');
        $this->knock('POST', '/recoveries/consume', ['token' => $this->linkTo('tam@post.example'), 'password' => 'plum gravel evening 42'])->assertOk();
        $this->undo($token)->assertUnprocessable()->assertJsonPath('reasons.0.code', 'challenge.used');
        self::assertSame(1, DB::table('audit_events')->where('event', 'account.address_undone')->count());
    }

    public function test_a_second_change_and_a_new_password_do_not_take_the_way_back_away(): void
    {
        $this->holder();
        $this->signIn()->assertCreated();
        $this->changeTo('thief@post.example');
        $this->changeTo('thief@other.example');
        $second = $this->linkTo('thief@post.example');
        $this->knock('POST', '/recoveries', ['email' => 'thief@other.example'])->assertStatus(202);
        $this->knock('POST', '/recoveries/consume', ['token' => $this->linkTo('thief@other.example'), 'password' => 'plum gravel evening 42'])->assertOk();
        $this->undo($this->linkTo('tam@post.example'))->assertOk();
        $this->undo($second)->assertUnprocessable()->assertJsonPath('reasons.0.code', 'challenge.superseded');
        self::assertSame('tam@post.example', DB::table('accounts')->value('email'));
    }

    public function test_for_some_days_a_rule(): void
    {
        $this->holder();
        $this->signIn()->assertCreated();
        $this->changeTo('new@post.example');
        $token = $this->linkTo('tam@post.example');
        $this->clock->move('+7 days');
        $this->undo($token)->assertJsonPath('reasons.0.code', 'challenge.expired');
        $this->clock->move('-1 second');
        $this->undo($token, 'undo/inspect')->assertOk();
        config(['rules.address_changes.undo_for' => 'PT0S']);
        $this->holder('bo@post.example', 'Bo');
        $this->signIn('bo@post.example')->assertCreated();
        $this->changeTo('bo@new.example');
        self::assertSame('', $this->linkTo('bo@post.example'), 'it is told all the same');
    }

    public function test_an_address_that_nobody_verified_undoes_nothing(): void
    {
        $this->holder(proven: false);
        $this->signIn()->assertCreated();
        $this->changeTo('new@post.example');
        self::assertSame('', $this->linkTo('tam@post.example'));
    }

    public function test_two_accounts_never_have_one_address(): void
    {
        $this->holder();
        $this->signIn()->assertCreated();
        $this->changeTo('new@post.example');
        $token = $this->linkTo('tam@post.example');
        $this->inBrowserOf('squatter');
        $this->knock('POST', '/signups', ['app' => 'gaugebook', 'name' => 'Squatter', 'email' => 'tam@post.example', 'password' => self::PASSWORD])->assertStatus(202);
        self::assertSame(2, DB::table('accounts')->count());
        $this->undo($token, 'undo/inspect')->assertOk();
        DB::table('accounts')->where('name', 'Squatter')->update(['status' => 'active', 'email_proven_at' => '2026-05-01T12:00:00.000Z']);
        $this->undo($token)->assertUnprocessable()->assertJsonPath('reasons.0.code', 'address.taken_since');
        DB::table('accounts')->where('name', 'Squatter')->update(['status' => 'pending', 'email_proven_at' => null]);
        $this->undo($token)->assertOk();
        self::assertSame(['tam@post.example'], DB::table('accounts')->pluck('email')->all(), 'a sign-up that nobody verified is in nobody’s way');
    }
}
