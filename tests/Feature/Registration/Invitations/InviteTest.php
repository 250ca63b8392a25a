<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Registration\Invitations;

use Illuminate\Support\Facades\DB;
use Kennel\App\Messaging\Mail\Composition;

/** A list is judged before anything is sent, and sent as it was judged. */
final class InviteTest extends InvitationTestCase
{
    public function test_each_row_says_what_would_become_of_it(): void
    {
        config(['rules.signup.refuse_throwaway' => true]);
        $this->keeper();
        $this->holder('tam@post.example', 'Tam Pellow');
        $this->holder('has@post.example', 'Has All', role: 'dispatcher');
        $this->invite([['email' => 'rowan@post.example', 'name' => 'Rowan Achterberg']], ['roles' => ['dispatcher']])->assertCreated();
        $this->clock->move('+61 minutes');
        $judged = $this->judge([
            ['email' => 'ilse@post.example', 'name' => 'Ilse Bakker'],
            ['email' => 'tam@post.example', 'name' => 'Tam'],
            ['email' => 'has@post.example'],
            ['email' => 'Rowan@post.example'],
            ['email' => 'rowan@post.example', 'name' => 'Rowan A.'],
            ['email' => 'pia@mailinator.com', 'name' => 'Pia Holm'],
            ['email' => 'wim@@post.example', 'name' => 'Wim'],
            ['email' => ''],
            ['email' => 'odd@post.example', 'language' => 'fr', 'roles' => ['dispatchr']],
            ['email' => 'maren@alderwend.example'],
        ], ['roles' => ['dispatcher']])->assertOk();
        self::assertSame(
            ['invited', 'given', 'settled', 'renewed', 'twice', 'refused', 'refused', 'refused', 'refused', 'refused'],
            array_column($judged->json('rows'), 'fate'),
        );
        self::assertSame(['dispatcher'], $judged->json('rows.1.roles'));
        self::assertSame('Tam Pellow', $judged->json('rows.1.person.name'));
        self::assertSame(4, $judged->json('rows.4.line'));
        self::assertSame('email.throwaway', $judged->json('rows.5.reasons.0.code'));
        self::assertSame('wim@post.example', $judged->json('rows.6.mended'));
        self::assertSame('email.required', $judged->json('rows.7.reasons.0.code'));
        self::assertSame(['invitation.language', 'role.unknown'], array_column($judged->json('rows.8.reasons'), 'code'));
        self::assertSame('invitation.account_elsewhere', $judged->json('rows.9.reasons.0.code'), 'not oneself');
        self::assertSame(['messages' => 2, 'given' => 1, 'left' => 7], $judged->json('sums'));
        foreach ($judged->json('rows.*.reasons.*') as $reason) {
            self::assertStringNotContainsString($reason['code'], $reason['message']);
        }
        self::assertSame(1, DB::table('invitations')->count(), 'judging writes nothing');
    }

    public function test_what_was_judged_is_what_is_sent(): void
    {
        $this->keeper();
        $tam = $this->holder('tam@post.example', 'Tam Pellow');
        $rows = [['email' => 'ilse@post.example', 'name' => 'Ilse Bakker'], ['email' => 'tam@post.example'], ['email' => 'nobody'], ['email' => 'сорока@река.example', 'name' => 'Сорока Ивлева', 'language' => 'de']];
        $seen = $this->judge($rows, ['roles' => ['dispatcher']])->json('seen');
        $sent = $this->invite($rows, ['roles' => ['dispatcher'], 'seen' => $seen, 'words' => "We begin on Monday.\nYours"])->assertCreated();
        self::assertSame([2, 1], [$sent->json('sent'), $sent->json('given')]);
        self::assertSame(['ilse@post.example', 'сорока@xn--80ajpw.example'], DB::table('invitations')->where('batch_id', $sent->json('batch_id'))->orderBy('seq')->pluck('email')->all());
        self::assertTrue(DB::table('assignments')->where('account_id', $tam->id)->where('role_key', 'dispatcher')->exists());
        self::assertSame(0, DB::table('messages')->where('recipient', 'tam@post.example')->count());
        $eml = $this->app->make(Composition::class)->open((string) DB::table('messages')->where('recipient', 'ilse@post.example')->value('sealed'))['eml'];
        self::assertStringContainsString('From: Maren Thistlewood via Floodline <', $eml);
        self::assertStringContainsString('Reply-To: maren@alderwend.example', $eml);
        self::assertStringContainsString('Subject: Ilse Bakker, join Floodline', $eml);
        $text = (string) preg_replace('/\s+/', ' ', $this->textTo('ilse@post.example'));
        self::assertStringContainsString('We begin on Monday.', $text);
        self::assertStringContainsString('15 May 2026', $text, 'the last whole day: it lapses at noon of the fifteenth');
        self::assertStringContainsString('ilse@post.example', $text);
        self::assertStringContainsString('Guten Tag Сорока Ивлева', $this->textTo('сорока@xn--80ajpw.example'));
        self::assertSame(['invitations.sent', 'role.given'], DB::table('audit_events')->whereIn('event', ['invitations.sent', 'role.given'])->orderBy('event')->pluck('event')->all());
        self::assertStringNotContainsString('ilse@post.example', (string) DB::table('audit_events')->where('event', 'invitations.sent')->value('changes'), 'the trail stays for good, whom it names does not');
    }

    public function test_a_list_that_was_seen_otherwise_is_not_sent(): void
    {
        $this->keeper();
        $rows = [['email' => 'ilse@post.example']];
        $seen = $this->judge($rows)->json('seen');
        $this->holder('ilse@post.example', 'Ilse Bakker');
        $this->invite($rows, ['seen' => $seen])->assertStatus(412)->assertJsonPath('code', 'invitations.changed_meanwhile');
        self::assertSame(0, DB::table('invitations')->count());
        $this->assertRefusedAs('invitation.nothing_to_do', $this->invite($rows));
        $this->assertRefusedAs('invitation.until_past', $this->invite([['email' => 'new@post.example']], ['until' => '2026-04-30']));
        $this->assertRefusedAs('invitation.until_far', $this->invite([['email' => 'new@post.example']], ['until' => '2027-06-01']));
        $this->assertRefusedAs('invitation.words_too_long', $this->invite([['email' => 'new@post.example']], ['words' => str_repeat('a', 2_001)]));
        $this->assertRefusedAs('invitation.too_many', $this->judge(array_fill(0, 2_001, ['email' => 'new@post.example'])));
        self::assertSame(0, DB::table('messages')->where('kind', 'invitation')->count());
    }

    public function test_another_invitation_to_the_same_app_takes_the_place_of_the_open_one(): void
    {
        $this->keeper();
        $this->invite([['email' => 'ilse@post.example', 'name' => 'Ilse']])->assertCreated();
        $first = $this->linkTo('ilse@post.example');
        self::assertSame('invitation.too_soon', $this->judge([['email' => 'ilse@post.example']])->json('rows.0.reasons.0.code'));
        $this->invite([['email' => 'ilse@post.example']], ['app' => 'gaugebook'])->assertCreated();
        $this->clock->move('+61 minutes');
        $this->signIn('maren@alderwend.example', 'console')->assertCreated();
        $this->invite([['email' => 'ilse@post.example', 'name' => 'Ilse']])->assertCreated()->assertJsonPath('rows.0.fate', 'renewed');
        $this->assertRefusedAs('invitation.replaced', $this->inspect($first));
        $this->inspect($this->linkTo('ilse@post.example'))->assertOk();
        self::assertSame('suppressed', DB::table('messages')->where('recipient', 'ilse@post.example')->where('app_key', 'floodline')->orderBy('seq')->value('state'), 'what waited of the first is not sent');
        $this->clock->move('+20 days');
        $this->signIn('maren@alderwend.example', 'console')->assertCreated();
        $this->invite([['email' => 'ilse@post.example', 'name' => 'Ilse']])->assertCreated()->assertJsonPath('rows.0.fate', 'invited');
        self::assertSame(['replaced', 'lapsed', null], DB::table('invitations')->where('app_key', 'floodline')->orderBy('seq')->pluck('ended')->all());
    }

    public function test_roles_are_given_only_by_who_may_and_an_inviter_who_is_bounded_stays_within(): void
    {
        $this->operatorWith('kennel:invitations.send', 'kennel:console');
        $judged = $this->judge([['email' => 'ilse@post.example']], ['roles' => ['keeper', 'dispatcher']]);
        self::assertSame(['invitation.role_not_yours', 'invitation.role_not_yours'], array_column($judged->json('rows.0.reasons'), 'code'));
        $this->judge([['email' => 'ilse@post.example']])->assertJsonPath('rows.0.fate', 'invited');
        $this->holder('tam@post.example', 'Tam Pellow');
        self::assertStringNotContainsString('Tam Pellow', (string) $this->judge([['email' => 'tam@post.example']])->assertJsonPath('rows.0.fate', 'settled')->getContent(), 'who may not see accounts is told no name');
        DB::table('assignments')->where('role_key', 'helpdesk')->update(['app_key' => 'kitloft']);
        $this->judge([['email' => 'ilse@post.example']])->assertJsonPath('rows.0.reasons.0.code', 'account.app_unknown');
        self::assertSame('email.domain_not_listed', $this->judge([['email' => 'ilse@post.example']], ['app' => 'kitloft'])->json('rows.0.reasons.0.code'));
        $this->invite([['email' => 'ilse@alderwend.example']], ['app' => 'kitloft'])->assertCreated();
        $this->assertRefusedAs('invitation.nothing_to_do', $this->invite([['email' => 'ilse@post.example']]));
        $this->knock('POST', '/invitations/preview', ['app' => 'floodline', 'rows' => [['email' => 'ilse@post.example']]], surface: 'console')->assertUnprocessable();
    }

    public function test_what_is_beyond_the_allowance_says_when_it_goes_out(): void
    {
        config(['rules.messages.allowance' => ['a_day' => 10, 'an_address' => 0, 'an_app' => 0, 'kept_back' => 20]]);
        $this->keeper();
        $rows = array_map(static fn (int $at): array => ['email' => "n{$at}@post.example"], range(1, 20));
        self::assertSame([['day' => '2026-05-01', 'messages' => 8], ['day' => '2026-05-02', 'messages' => 8], ['day' => '2026-05-03', 'messages' => 4]], $this->judge($rows)->json('goes_out'));
        $this->invite($rows)->assertCreated();
        $this->work('mail');
        self::assertSame([8, 12], [DB::table('messages')->where('state', 'held')->count(), DB::table('messages')->where('state', 'queued')->count()]);
    }

    public function test_a_list_is_read_from_what_is_pasted_and_from_files(): void
    {
        $this->keeper();
        $read = fn (string $text, string $type = 'text/plain') => $this->knock('POST', '/invitations/read', $text, ['Content-Type' => $type], 'console');
        self::assertSame(
            [['ilse@post.example', 'Ilse Bakker'], ['tam@post.example', ''], ['a@post.example', ''], ['b@post.example', 'Bo']],
            array_map(static fn (array $row): array => [$row['email'], $row['name']], $read("Ilse Bakker <ilse@post.example>\ntam@post.example\n\na@post.example, Bo <b@post.example>")->assertOk()->json('rows')),
        );
        $table = $read("Name;E-Mail;Roles;Language\nIlse;ilse@post.example;dispatcher observer;DE", 'text/csv')->assertOk();
        self::assertSame(['email' => 'ilse@post.example', 'name' => 'Ilse', 'app' => null, 'roles' => ['dispatcher', 'observer'], 'language' => 'de', 'fields' => []], $table->json('rows.0'));
        $read('<p>', 'text/html')->assertStatus(415);
        $this->assertRefusedAs('invitation.list_empty', $read(" \n "));
        $this->assertRefusedAs('import.unreadable', $read('no zip', 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'));
    }

    public function test_the_message_is_seen_before_it_is_sent(): void
    {
        $this->keeper();
        $preview = $this->knock('POST', '/invitations/preview', ['app' => 'floodline', 'roles' => ['dispatcher'], 'language' => 'en', 'words' => 'Come <b>in</b>', 'rows' => [['email' => 'ilse@post.example', 'name' => 'Ilse']]], surface: 'console')->assertOk();
        self::assertSame('maren@alderwend.example', $preview->json('reply_to'));
        self::assertStringContainsString('Come &lt;b&gt;in&lt;/b&gt;', $preview->json('html'));
        self::assertStringNotContainsString('<b>in', $preview->json('html'));
        $this->knock('POST', '/invitations/sample', ['app' => 'floodline', 'rows' => [['email' => 'ilse@post.example', 'name' => 'Ilse']]], surface: 'console')->assertStatus(202)->assertJsonPath('recipient', 'maren@alderwend.example');
        self::assertSame(0, DB::table('invitations')->count());
    }
}
