<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Messaging\Mail;

use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Kennel\App\Foundation\Pause;
use Kennel\App\Messaging\Mail\DeliverMessage;
use Kennel\Core\Messaging\Mail\Mbox;
use Kennel\Tests\Feature\DoorTestCase;

/** The stand-in of a relay: a mailbox for each recipient, and switches for what relays do on bad days. */
final class StandInTest extends DoorTestCase
{
    private function switchTo(string $mode): TestResponse
    {
        return $this->knock('PUT', '/mail/stand-in', ['mode' => $mode], surface: 'console');
    }

    private function recover(string $email): string
    {
        $this->knock('POST', '/recoveries', ['email' => $email])->assertStatus(202);

        return (string) DB::table('messages')->orderByDesc('seq')->value('id');
    }

    public function test_each_recipient_has_a_mailbox_that_is_found_and_taken_out(): void
    {
        $this->keeper();
        $this->holder();
        $this->holder('bo@post.example', 'Bo');
        $this->recover('tam@post.example');
        $this->clock->move('+2 minutes');
        $this->recover('bo@post.example');
        $this->recover('tam@post.example');
        $this->work('mail');
        self::assertSame([['tam@post.example', 2], ['bo@post.example', 1]], array_map(static fn (array $one): array => [$one['address'], $one['messages']], $this->ask('/mailboxes')->assertOk()->json('items')));
        self::assertSame(['bo@post.example'], array_column($this->ask('/mailboxes?to=B')->json('items'), 'address'));
        self::assertCount(2, $this->ask('/mailboxes/one?address=TAM@post.example')->assertOk()->json('items'));
        $this->ask('/mailboxes/one')->assertUnprocessable();
        $mbox = $this->ask('/mailboxes/one/mbox?address=tam@post.example')->assertOk()->assertHeader('Content-Type', Mbox::TYPE)->streamedContent();
        self::assertSame(2, preg_match_all('/^From \S+ \w{3} \w{3} \d\d \d\d:\d\d:\d\d 2026$/m', $mbox));
        self::assertSame(2, preg_match_all('/^To: Tam Pellow <tam@post\.example>$/m', $mbox));
    }

    public function test_what_begins_with_from_is_had_back_as_it_was(): void
    {
        $entry = Mbox::entry("To: a@x.example\r\n\r\nFrom here\r\n>From there\r\nfrom\r\n", 'b@x.example', new \DateTimeImmutable('2026-05-01T12:00:00+02:00'));
        self::assertSame("From b@x.example Fri May 01 10:00:00 2026\nTo: a@x.example\n\n>From here\n>>From there\nfrom\n\n", $entry);
    }

    public function test_a_link_that_would_let_its_reader_in_is_in_no_file(): void
    {
        $this->keeper();
        $this->holder('other@alderwend.example', 'Other Keeper', role: 'keeper');
        $this->recover('other@alderwend.example');
        $this->work('mail');
        self::assertStringContainsString('#t=', $this->ask('/mailboxes/one/mbox?address=other@alderwend.example')->streamedContent());
        $this->inBrowserOf('desk');
        $this->operatorWith('kennel:console', 'kennel:messages.read');
        self::assertSame('', $this->ask('/mailboxes/one/mbox?address=other@alderwend.example')->streamedContent());
        $this->switchTo('slow')->assertForbidden();
    }

    public function test_switched_to_refuse_it_is_tried_again_and_arrives_once_switched_back(): void
    {
        $this->keeper();
        $this->holder();
        $this->switchTo('nothing')->assertUnprocessable();
        $this->switchTo('refuses')->assertOk()->assertExactJson(['is_on' => true, 'mode' => 'refuses']);
        $id = $this->recover('tam@post.example');
        $this->work('mail');
        self::assertSame(['retrying', '451 4.3.2 The stand-in is switched to refuse'], array_values((array) DB::table('messages')->where('id', $id)->first(['state', 'last_error'])));
        $this->switchTo('takes')->assertOk();
        DeliverMessage::dispatch($id);
        $this->work('mail');
        self::assertSame(['refused', 'held'], array_column($this->ask("/messages/{$id}")->json('events'), 'event'));
        self::assertSame(2, DB::table('audit_events')->where('event', 'mail.stand_in_switched')->count());
    }

    public function test_switched_to_send_back_a_report_comes_the_way_of_every_other(): void
    {
        $this->keeper();
        $this->holder();
        $this->switchTo('bounces')->assertOk();
        $id = $this->recover('tam@post.example');
        $this->work('mail');
        self::assertSame('sent', DB::table('messages')->where('id', $id)->value('state'));
        DB::table('jobs')->update(['available_at' => 0]);
        $this->work('mail');
        self::assertSame(['bounced', '550 5.1.1 The stand-in sends everything back'], array_values((array) DB::table('messages')->where('id', $id)->first(['state', 'last_error'])));
        self::assertSame(['tam@post.example'], DB::table('suppressions')->pluck('address_key')->all());
    }

    public function test_slow_it_takes_its_time(): void
    {
        $this->keeper();
        $this->holder();
        $waited = new class implements Pause
        {
            /** @var list<float> */
            public array $asked = [];

            public function for(float $seconds): void
            {
                $this->asked[] = $seconds;
            }
        };
        $this->app->instance(Pause::class, $waited);
        $this->switchTo('slow')->assertOk();
        $id = $this->recover('tam@post.example');
        $this->work('mail');
        self::assertSame('held', DB::table('messages')->where('id', $id)->value('state'));
        self::assertContains(5.0, $waited->asked);
    }

    public function test_where_there_is_a_relay_there_is_nothing_to_switch(): void
    {
        $this->keeper();
        config(['kennel.relay' => 'smtp://localhost:1']);
        $this->switchTo('refuses')->assertUnprocessable()->assertJsonPath('reasons.0.code', 'mail.no_stand_in');
        $this->ask('/mail/stand-in')->assertOk()->assertJsonPath('is_on', false);
    }

    public function test_what_bounced_while_it_waited_is_not_sent(): void
    {
        $this->keeper();
        $this->holder();
        $id = $this->recover('tam@post.example');
        DB::table('suppressions')->insert(['address_key' => 'tam@post.example', 'said' => '550 5.1.1', 'since' => '2026-01-01T00:00:00.000Z']);
        $this->work('mail');
        self::assertSame(['suppressed', '550 5.1.1'], array_values((array) DB::table('messages')->where('id', $id)->first(['state', 'last_error'])));
    }
}
