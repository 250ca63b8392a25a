<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Registration\Invitations;

use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Kennel\App\Messaging\Mail\Deliveries;

/** Invitations that were sent: seen, sent again, withdrawn, left open for longer. */
final class TendTest extends InvitationTestCase
{
    /** @param  list<string>  $addresses */
    private function act(string $act, array $addresses, mixed ...$more): TestResponse
    {
        return $this->knock('POST', "/invitations/{$act}", ['ids' => array_map($this->idOf(...), $addresses), ...$more], surface: 'console');
    }

    public function test_sent_again_under_a_new_link_after_a_while(): void
    {
        $this->keeper();
        $this->invite([['email' => 'ilse@post.example'], ['email' => 'bo@post.example']])->assertCreated();
        $first = $this->linkTo('ilse@post.example');
        $this->act('resend', ['ilse@post.example', 'bo@post.example'])->assertStatus(202)->assertJson(['done' => 0, 'left' => 2]);
        $this->clock->move('+61 minutes');
        $this->act('resend', ['ilse@post.example'])->assertStatus(202)->assertJson(['done' => 1, 'left' => 0]);
        self::assertNotSame($first, $this->linkTo('ilse@post.example'));
        $this->assertRefusedAs('invitation.unknown', $this->inspect($first));
        $this->inspect($this->linkTo('ilse@post.example'))->assertOk();
        self::assertSame(2, DB::table('messages')->where('recipient', 'ilse@post.example')->count());
        $this->clock->move('+20 days');
        $this->signIn('maren@alderwend.example', 'console')->assertCreated();
        $this->act('resend', ['bo@post.example'])->assertJson(['done' => 1]);
        $this->inspect($this->linkTo('bo@post.example'))->assertOk()->assertJsonPath('expires_at', '2026-06-04T13:01:00.000Z');
        self::assertSame(2, DB::table('audit_events')->where('event', 'invitations.resent')->count());
    }

    public function test_left_open_for_longer_and_withdrawn(): void
    {
        $this->keeper();
        $this->invite([['email' => 'ilse@post.example'], ['email' => 'bo@post.example']])->assertCreated();
        $token = $this->linkTo('ilse@post.example');
        $this->assertRefusedAs('invitation.until_past', $this->act('extend', ['ilse@post.example'], until: '2026-04-01'));
        $this->act('extend', ['ilse@post.example', 'bo@post.example'], until: '2026-05-10')->assertOk()->assertJson(['done' => 0, 'left' => 2]);
        $this->act('extend', ['ilse@post.example'], until: '2026-06-10')->assertOk()->assertJson(['done' => 1, 'left' => 0]);
        $this->act('withdraw', ['bo@post.example'])->assertOk()->assertJson(['done' => 1, 'left' => 0]);
        $this->act('withdraw', ['bo@post.example'])->assertOk()->assertJson(['done' => 0, 'left' => 1]);
        self::assertSame('suppressed', DB::table('messages')->where('recipient', 'bo@post.example')->value('state'));
        self::assertNull($this->app->make(Deliveries::class)->claim((string) DB::table('messages')->where('recipient', 'bo@post.example')->value('id')));
        $this->clock->move('+30 days');
        $this->inspect($token)->assertOk();
        $this->signIn('maren@alderwend.example', 'console')->assertCreated();
        $this->assertRefusedAs('invitation.ids', $this->act('withdraw', []));
    }

    public function test_they_are_listed_by_state_app_role_inviter_and_address(): void
    {
        $keeper = $this->keeper();
        $batch = $this->invite([['email' => 'ilse@post.example', 'name' => 'Ilse'], ['email' => 'bo@post.example']], ['roles' => ['dispatcher']])->json('batch_id');
        $this->invite([['email' => 'cy@post.example']], ['app' => 'gaugebook', 'until' => '2026-05-02T12:00:00Z'])->assertCreated();
        $this->act('withdraw', ['bo@post.example'])->assertOk();
        $list = fn (string $query): array => array_column((array) $this->ask("/invitations{$query}")->assertOk()->json('items'), 'email');
        self::assertSame(['cy@post.example', 'bo@post.example', 'ilse@post.example'], $list(''));
        self::assertSame(['cy@post.example', 'ilse@post.example'], $list('?state=open'));
        self::assertSame(['cy@post.example'], $list('?state=lapsing'));
        self::assertSame(['bo@post.example'], $list('?state=withdrawn'));
        self::assertSame(['bo@post.example', 'ilse@post.example'], $list("?batch={$batch}"));
        self::assertSame(['bo@post.example', 'ilse@post.example'], $list('?role=dispatcher'));
        self::assertSame(['cy@post.example'], $list('?app=gaugebook'));
        self::assertSame(['ilse@post.example'], $list('?to=IL'));
        self::assertCount(3, $list("?inviter={$keeper->id}"));
        $one = $this->ask('/invitations/'.$this->idOf('ilse@post.example'))->assertOk();
        self::assertSame(['open', 'queued', 'Maren Thistlewood'], [$one->json('state'), $one->json('message.state'), $one->json('inviter.name')]);
        self::assertStringNotContainsString('digest', (string) $one->getContent());
        $this->ask('/invitations/figures')->assertOk()->assertJsonPath('counts', ['open' => 2, 'accepted' => 0, 'lapsed' => 0, 'withdrawn' => 1, 'replaced' => 0, 'lapsing' => 1]);
        self::assertSame(['invitations.lapsing'], array_column((array) $this->ask('/overview')->json('needs'), 'code'));
        $this->clock->move('+61 minutes');
        $this->clock->move('+23 hours');
        $this->signIn('maren@alderwend.example', 'console')->assertCreated();
        self::assertSame(['cy@post.example'], $list('?state=lapsed'));
    }

    public function test_how_far_they_get_is_counted_with_the_times_it_took(): void
    {
        $this->keeper();
        $this->invite([['email' => 'ilse@post.example'], ['email' => 'bo@post.example']])->assertCreated();
        $this->clock->move('+10 minutes');
        $this->inBrowserOf('ilse');
        $this->inspect($this->linkTo('ilse@post.example'))->assertOk();
        $this->clock->move('+5 minutes');
        $this->accept($this->linkTo('ilse@post.example'))->assertCreated();
        $this->inBrowserOf('the first');
        $this->ask('/invitations/figures?days=30&app=floodline')->assertOk()->assertJsonPath('funnel', [
            'sent' => 2, 'opened' => 1, 'accepted' => 1, 'complete' => 1, 'until_opened' => 600, 'until_accepted' => 300, 'until_complete' => 0,
        ]);
        $this->ask('/invitations/figures?app=kitloft')->assertJsonPath('funnel.sent', 0);
    }

    public function test_an_operator_who_is_bounded_sees_and_tends_those_of_their_apps_alone(): void
    {
        $this->keeper();
        $this->invite([['email' => 'ilse@post.example']])->assertCreated();
        $this->invite([['email' => 'bo@post.example']], ['app' => 'gaugebook'])->assertCreated();
        [$ilse, $bo] = [$this->idOf('ilse@post.example'), $this->idOf('bo@post.example')];
        $this->inBrowserOf('lead');
        $this->operatorWith('kennel:console', 'kennel:invitations.read', 'kennel:invitations.send');
        DB::table('assignments')->where('role_key', 'helpdesk')->update(['app_key' => 'gaugebook']);
        self::assertSame(['bo@post.example'], array_column((array) $this->ask('/invitations')->json('items'), 'email'));
        $this->ask("/invitations/{$ilse}")->assertNotFound();
        $this->ask("/invitations/{$bo}")->assertOk();
        $this->ask('/invitations/figures')->assertJsonPath('counts.open', 1)->assertJsonPath('funnel.sent', 1);
        $this->act('withdraw', ['ilse@post.example', 'bo@post.example'])->assertOk()->assertJson(['done' => 1, 'left' => 1]);
        self::assertNull(DB::table('invitations')->where('id', $ilse)->value('ended'));
        self::assertSame(['invitations'], array_column((array) $this->ask('/overview')->json('stations'), 'station'));
    }

    public function test_a_link_is_shown_to_nobody_who_could_not_have_sent_it(): void
    {
        $this->keeper();
        $this->invite([['email' => 'ilse@post.example']], ['roles' => ['keeper']])->assertCreated();
        $id = (string) DB::table('messages')->where('recipient', 'ilse@post.example')->value('id');
        self::assertStringContainsString('#t='.$this->linkTo('ilse@post.example'), (string) $this->ask("/messages/{$id}")->json('text'));
        $this->inBrowserOf('desk');
        $this->operatorWith('kennel:console', 'kennel:messages.read', 'kennel:invitations.send');
        $shown = $this->ask("/messages/{$id}")->assertOk()->assertJsonPath('content_withheld', true);
        self::assertStringNotContainsString($this->linkTo('ilse@post.example'), (string) $shown->getContent());
        $this->ask("/messages/{$id}/eml")->assertForbidden();
    }
}
