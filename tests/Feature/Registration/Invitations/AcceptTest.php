<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Registration\Invitations;

use Illuminate\Support\Facades\DB;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Refusals\RefusalKind;
use Kennel\App\Registration\Invitations\FirstSignin;
use Kennel\App\Registration\Invitations\Invitation;
use Kennel\Core\Foundation\Text\EmailAddress;

/** Who is invited comes in, by whichever way, with what their inviter can still give. */
final class AcceptTest extends InvitationTestCase
{
    public function test_by_a_link_and_a_password(): void
    {
        $this->keeper();
        $this->invite([['email' => 'ilse@post.example', 'name' => 'Ilse Bakker', 'language' => 'de']], ['roles' => ['dispatcher'], 'words' => 'Welcome'])->assertCreated();
        $token = $this->linkTo('ilse@post.example');
        $this->inBrowserOf('ilse');
        $this->inspect($token)->assertOk()->assertJson(['app' => 'floodline', 'address' => 'ilse@post.example', 'name' => 'Ilse Bakker', 'inviter' => 'Maren Thistlewood', 'words' => 'Welcome', 'asks' => 'password', 'lost' => []]);
        self::assertSame(0, DB::table('accounts')->where('email', 'ilse@post.example')->count(), 'looking at it makes nobody');
        self::assertNotNull(DB::table('invitations')->value('opened_at'));
        $this->assertRefusedAs('name.required', $this->accept($token, ''));
        $this->assertRefusedAs('password.too_short', $this->accept($token, password: 'short'));
        $this->accept($token)->assertCreated()->assertJson(['address' => 'ilse@post.example', 'app' => 'floodline', 'lost' => []]);
        $this->knock('GET', '/session')->assertOk()->assertJsonPath('account.email', 'ilse@post.example')->assertJsonPath('standing.access', 'full');
        $account = DB::table('accounts')->where('email', 'ilse@post.example')->sole();
        self::assertSame(['active', 'invitation', 'floodline', 'de'], [$account->status, $account->came_by, $account->app_key, $account->language]);
        self::assertNotNull($account->email_proven_at);
        self::assertSame(['Maren Thistlewood', 'came by invitation'], array_values((array) DB::table('assignments')->where('account_id', $account->id)->where('role_key', 'dispatcher')->first(['assigned_by', 'why'])));
        self::assertSame(['accepted', $account->id], array_values((array) DB::table('invitations')->first(['ended', 'account_id'])));
        self::assertSame($account->id, DB::table('messages')->where('recipient', 'ilse@post.example')->value('account_id'));
        $this->assertRefusedAs('invitation.accepted', $this->accept($token));
        $this->assertRefusedAs('invitation.accepted', $this->inspect($token));
    }

    public function test_by_a_temporary_password_that_has_to_be_changed(): void
    {
        $this->keeper();
        self::assertSame('invitation.name_required', $this->judge([['email' => 'ilse@post.example']], ['way' => 'temporary'])->json('rows.0.reasons.0.code'));
        $this->invite([['email' => 'ilse@post.example', 'name' => 'Ilse Bakker']], ['roles' => ['dispatcher'], 'way' => 'temporary'])->assertCreated();
        preg_match('/\b([a-z2-9]{5}(?:-[a-z2-9]{5}){3})\b/', $this->textTo('ilse@post.example'), $found);
        self::assertNotSame([], $found);
        $this->inBrowserOf('ilse');
        $this->inspect($this->linkTo('ilse@post.example'))->assertJsonPath('asks', 'temporary');
        $signIn = fn (string $password) => $this->knock('POST', '/sessions', ['email' => 'ILSE@post.example', 'password' => $password, 'keep' => false]);
        $signIn('wrong-wrong-wrong-wrong')->assertUnauthorized();
        self::assertSame(0, DB::table('accounts')->where('email', 'ilse@post.example')->count());
        $signIn($found[1])->assertCreated();
        $this->knock('GET', '/session')->assertOk()->assertJsonPath('standing.duties', ['change_password']);
        self::assertSame('accepted', DB::table('invitations')->value('ended'));
        self::assertNull(DB::table('invitations')->value('password_hash'));
        $this->knock('PUT', '/account/password', ['current' => $found[1], 'password' => self::NEW_PASSWORD, 'end_others' => false])->assertSuccessful();
        $this->knock('GET', '/session')->assertJsonPath('standing.access', 'full');
        $signIn($found[1])->assertUnauthorized();
    }

    public function test_a_temporary_password_is_worth_nothing_once_its_invitation_is(): void
    {
        $this->keeper();
        $this->invite([['email' => 'ilse@post.example', 'name' => 'Ilse Bakker'], ['email' => 'tam@post.example', 'name' => 'Tam']], ['way' => 'temporary'])->assertCreated();
        $passwords = array_map(function (string $address): string {
            preg_match('/\b([a-z2-9]{5}(?:-[a-z2-9]{5}){3})\b/', $this->textTo($address), $found);

            return $found[1];
        }, ['ilse@post.example', 'tam@post.example']);
        $this->knock('POST', '/invitations/withdraw', ['ids' => [$this->idOf('ilse@post.example')]], surface: 'console')->assertOk()->assertJson(['done' => 1, 'left' => 0]);
        $this->knock('POST', '/sessions', ['email' => 'ilse@post.example', 'password' => $passwords[0], 'keep' => false])->assertUnauthorized();
        $this->clock->move('+15 days');
        $this->knock('POST', '/sessions', ['email' => 'tam@post.example', 'password' => $passwords[1], 'keep' => false])->assertUnauthorized();
        self::assertSame(1, DB::table('accounts')->where('app_key', 'gaugebook')->count());
    }

    public function test_a_temporary_password_that_was_replaced_after_it_was_verified_lets_nobody_in(): void
    {
        $keeper = $this->keeper();
        $this->invite([['email' => 'ilse@post.example', 'name' => 'Ilse Bakker'], ['email' => 'tam@post.example', 'name' => 'Tam']], ['way' => 'temporary'])->assertCreated();
        $firstSignin = app(FirstSignin::class);
        [$ilse, $tam] = array_map(static fn (string $address): Invitation => $firstSignin->find(EmailAddress::parse($address)) ?? self::fail('There is none.'), ['ilse@post.example', 'tam@post.example']);
        $this->clock->move('+1 hour');
        $this->knock('POST', '/invitations/resend', ['ids' => [$ilse->id]], surface: 'console')->assertAccepted()->assertJson(['done' => 1]);
        $this->assertChangedMeanwhile(static fn () => $firstSignin->accept($ilse));
        DB::table('accounts')->where('id', $keeper->id)->update(['status' => 'suspended']);
        $this->assertChangedMeanwhile(static fn () => $firstSignin->accept($tam));
        self::assertSame([null, null], DB::table('invitations')->pluck('ended')->all());
        self::assertSame(1, DB::table('accounts')->count());
    }

    public function test_somebody_who_has_an_account_signs_in_and_accepts(): void
    {
        $this->keeper();
        $this->invite([['email' => 'tam@post.example']], ['roles' => ['dispatcher']])->assertCreated();
        $token = $this->linkTo('tam@post.example');
        $tam = $this->holder();
        $this->holder('bo@post.example', 'Bo Lind');
        $this->inBrowserOf('tam');
        $this->inspect($token)->assertOk()->assertJsonPath('asks', 'sign_in');
        $this->assertRefusedAs('invitation.sign_in', $this->accept($token));
        $this->accept($token, password: null)->assertUnauthorized();
        $this->signIn('bo@post.example')->assertCreated();
        $this->assertRefusedAs('invitation.other_account', $this->accept($token, password: null));
        $this->signIn()->assertCreated();
        $this->inspect($token)->assertJsonPath('asks', 'nothing');
        $this->accept($token, password: null)->assertOk();
        self::assertTrue(DB::table('assignments')->where('account_id', $tam->id)->where('role_key', 'dispatcher')->exists());
        $this->assertRefusedAs('invitation.accepted', $this->accept($token, password: null));
    }

    public function test_who_was_stopped_lets_nobody_in_and_who_was_stripped_gives_no_more(): void
    {
        $keeper = $this->keeper();
        $this->invite([['email' => 'ilse@post.example'], ['email' => 'bo@post.example']], ['roles' => ['dispatcher', 'keeper']])->assertCreated();
        [$ilse, $bo] = [$this->linkTo('ilse@post.example'), $this->linkTo('bo@post.example')];
        $this->holder('other@alderwend.example', 'Other Keeper', role: 'keeper');
        DB::table('roles')->insert(['key' => 'inviter', 'summary' => '', 'app_key' => null]);
        DB::table('role_permissions')->insert([['role_key' => 'inviter', 'permission' => 'kennel:invitations.send'], ['role_key' => 'inviter', 'permission' => 'kennel:roles.give'], ['role_key' => 'inviter', 'permission' => 'kennel:console']]);
        DB::table('assignments')->where('account_id', $keeper->id)->update(['role_key' => 'inviter']);
        $this->inBrowserOf('ilse');
        $seen = $this->inspect($ilse)->assertOk();
        self::assertSame([['dispatcher'], ['keeper']], [array_map(strtolower(...), $seen->json('roles')), array_map(strtolower(...), $seen->json('lost'))]);
        $this->accept($ilse)->assertCreated()->assertJsonCount(1, 'lost');
        self::assertSame([], DB::table('assignments')->where('role_key', 'keeper')->whereIn('account_id', DB::table('accounts')->where('email', 'ilse@post.example')->select('id'))->pluck('account_id')->all());
        DB::table('accounts')->where('id', $keeper->id)->update(['status' => 'suspended']);
        $this->assertRefusedAs('invitation.inviter_stopped', $this->inspect($bo));
        $this->assertRefusedAs('invitation.inviter_stopped', $this->accept($bo));
        $this->inBrowserOf('other')->signIn('other@alderwend.example', 'console')->assertCreated();
        $marked = array_column($this->ask('/invitations')->assertOk()->json('items'), 'inviter', 'email');
        self::assertSame([null, false], [$marked['ilse@post.example']['may_invite'], $marked['bo@post.example']['may_invite']], 'the list says so of those that are open');
        self::assertSame(0, DB::table('accounts')->where('email', 'bo@post.example')->count());
    }

    public function test_a_sign_up_that_nobody_verified_is_taken_over_and_keeps_nothing(): void
    {
        $this->keeper();
        $squatter = $this->holder('ilse@post.example', 'Somebody Else', proven: false);
        $this->invite([['email' => 'ilse@post.example', 'name' => 'Ilse Bakker']])->assertCreated()->assertJsonPath('rows.0.fate', 'invited');
        self::assertSame('invitation.unproven_account', $this->judge([['email' => 'ilse@post.example', 'name' => 'Ilse']], ['way' => 'temporary'])->json('rows.0.reasons.1.code'));
        $this->inBrowserOf('squatter');
        $this->signIn('ilse@post.example')->assertCreated();
        $this->inBrowserOf('ilse');
        $this->accept($this->linkTo('ilse@post.example'))->assertCreated();
        self::assertSame([$squatter->id, 'active'], array_values((array) DB::table('accounts')->where('email', 'ilse@post.example')->first(['id', 'status'])));
        $this->inBrowserOf('squatter');
        $this->knock('GET', '/session')->assertUnauthorized();
        $this->signIn('ilse@post.example')->assertUnauthorized();
    }

    public function test_a_link_that_does_not_count_says_why_and_what_to_do(): void
    {
        $this->keeper();
        $this->invite([['email' => 'ilse@post.example'], ['email' => 'bo@post.example']])->assertCreated();
        $this->assertRefusedAs('invitation.unknown', $this->inspect('nothing'));
        $this->assertRefusedAs('invitation.unknown', $this->inspect(str_repeat('a', 43)));
        $this->knock('POST', '/invitations/withdraw', ['ids' => [$this->idOf('bo@post.example')]], surface: 'console')->assertOk();
        $this->assertRefusedAs('invitation.withdrawn', $this->inspect($this->linkTo('bo@post.example')));
        $token = $this->linkTo('ilse@post.example');
        $this->clock->move('+14 days');
        $this->assertRefusedAs('invitation.lapsed', $this->accept($token));
        $this->clock->move('-1 second');
        $this->inspect($token)->assertOk();
    }

    /** @param  \Closure(): mixed  $accept */
    private function assertChangedMeanwhile(\Closure $accept): void
    {
        try {
            DB::transaction($accept);
            self::fail('It was accepted.');
        } catch (Refusal $refusal) {
            self::assertSame(RefusalKind::ChangedMeanwhile, $refusal->kind);
        }
    }
}
