<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Messaging\Mail;

use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\Core\Messaging\Wording\MessageKind;
use Kennel\Tests\Feature\DoorTestCase;

/** Why a message has not arrived. */
final class BounceTest extends DoorTestCase
{
    public function test_a_hard_bounce_marks_the_message_and_suppresses_the_address_until_it_is_released(): void
    {
        $this->keeper();
        $id = $this->sent('tam@post.example');
        $this->hand(self::report($id, 'TAM@post.example', 'failed', '5.1.1', 'smtp; 550 5.1.1 no such user'))->assertOk()
            ->assertJsonPath('items.0', ['message' => $id, 'recipient' => 'tam@post.example', 'state' => 'bounced', 'action' => 'failed', 'status' => '5.1.1', 'suppressed' => true]);
        $shown = $this->ask("/messages/{$id}")->assertOk()->assertJsonPath('state', 'bounced')->assertJsonPath('last_error', '550 5.1.1 no such user');
        self::assertSame(['bounced'], array_column($shown->json('events'), 'event'));
        self::assertNotNull($shown->json('suppressed_since'));
        self::assertSame(1, DB::table('audit_events')->where('event', 'message.bounced')->count());
        $this->hand(self::report($id, 'tam@post.example', 'failed', '5.1.1'))->assertOk();
        self::assertSame([1, 1], [DB::table('audit_events')->where('event', 'message.bounced')->count(), self::rows('message_events')], 'the same again changes nothing');

        $this->knock('POST', '/recoveries', ['email' => 'tam@post.example'])->assertStatus(202);
        $next = DB::table('messages')->orderByDesc('seq')->first();
        self::assertSame(['reset_password', 'suppressed', 0], [$next->kind, $next->state, $next->attempts]);
        self::assertSame(0, DB::table('jobs')->where('payload', 'like', "%{$next->id}%")->count(), 'no worker is bothered');
        self::assertSame(['message.suppressed'], self::codes($this->knock('POST', "/messages/{$next->id}/send-again", surface: 'console')->assertStatus(422)));

        $this->knock('POST', "/messages/{$next->id}/release", surface: 'console')->assertOk();
        self::assertSame(['message.not_suppressed'], self::codes($this->knock('POST', "/messages/{$next->id}/release", surface: 'console')->assertStatus(422)));
        $this->knock('POST', "/messages/{$next->id}/send-again", surface: 'console')->assertStatus(202);
        $this->work('mail');
        self::assertSame(['suppressed', 'released', 'sent_again', 'held'], array_column($this->ask("/messages/{$next->id}")->json('events'), 'event'));
    }

    public function test_a_suppressed_address_is_forgotten_with_its_holder(): void
    {
        $this->keeper();
        $this->hand(self::report($this->sent('tam@post.example'), 'tam@post.example', 'failed', '5.1.1'))->assertOk();
        DB::table('accounts')->where('email', 'tam@post.example')->update(['status' => 'closed', 'closed_at' => '2026-03-01T00:00:00.000Z']);
        $this->command('kennel:purge');
        self::assertSame([0, 0, 0], [DB::table('accounts')->where('email', 'tam@post.example')->count(), self::rows('suppressions'), self::rows('message_events')]);
    }

    public function test_another_address_is_not_suppressed(): void
    {
        $this->keeper();
        $this->holder('tam@elsewhere.example', 'Tam Pellow');
        DB::table('suppressions')->insert(['address_key' => 'tam@post.example', 'said' => '5.1.1', 'since' => '2026-01-01T00:00:00.000Z']);
        $this->knock('POST', '/recoveries', ['email' => 'tam@elsewhere.example'])->assertStatus(202);
        self::assertSame('queued', DB::table('messages')->orderByDesc('seq')->value('state'));
    }

    public function test_what_passes_suppresses_nothing(): void
    {
        $this->keeper();
        $id = $this->sent('tam@post.example');
        $this->hand(self::report($id, 'tam@post.example', 'delayed', '4.4.1'))->assertOk()->assertJsonPath('items.0.state', 'sent');
        $this->hand(self::report($id, 'tam@post.example', 'failed', '4.2.2', 'smtp; 452 mailbox full'))->assertOk()->assertJsonPath('items.0', ['message' => $id, 'recipient' => 'tam@post.example', 'state' => 'bounced', 'action' => 'failed', 'status' => '4.2.2', 'suppressed' => false]);
        self::assertSame(['delayed', 'bounced'], array_column($this->ask("/messages/{$id}")->json('events'), 'event'));
        self::assertSame(0, self::rows('suppressions'));
    }

    public function test_a_report_of_nothing_of_ours_is_refused_and_suppresses_nobody(): void
    {
        $this->keeper();
        $id = $this->sent('tam@post.example');
        self::assertSame(['bounce.no_status'], self::codes($this->hand("From: a@b.example\r\n\r\nHello")->assertStatus(422)));
        self::assertSame(['bounce.no_message'], self::codes($this->hand(self::report('019a0f00-0000-7000-8000-00000000ffff', 'tam@post.example', 'failed', '5.1.1'))->assertStatus(422)));
        self::assertSame(['bounce.no_message'], self::codes($this->hand(self::report($id, 'keeper@somewhere.example', 'failed', '5.1.1'))->assertStatus(422)), 'of a message that went elsewhere');
        $this->hand(self::report($id, 'tam@post.example', 'failed', '5.1.1'), 'application/json')->assertStatus(415);
        $this->hand(str_repeat('a', 1_048_577))->assertStatus(413);
        self::assertSame(0, self::rows('suppressions'));
    }

    public function test_whoever_may_not_send_hands_in_nothing_and_a_bounded_operator_nothing_of_others(): void
    {
        $id = $this->sent('tam@post.example');
        $this->operatorWith('kennel:console', 'kennel:messages.read', 'kennel:messages.send');
        DB::table('assignments')->where('role_key', 'helpdesk')->update(['app_key' => 'kitloft']);
        self::assertSame(['bounce.no_message'], self::codes($this->hand(self::report($id, 'tam@post.example', 'failed', '5.1.1'))->assertStatus(422)));
        DB::table('role_permissions')->where('permission', 'kennel:messages.send')->delete();
        $this->hand(self::report($id, 'tam@post.example', 'failed', '5.1.1'))->assertForbidden();
        self::assertSame('sent', DB::table('messages')->where('id', $id)->value('state'));
    }

    public function test_a_mail_server_pipes_a_report_to_the_command(): void
    {
        $id = $this->sent('tam@post.example');
        $file = (string) tempnam(sys_get_temp_dir(), 'bounce');
        file_put_contents($file, self::report($id, 'tam@post.example', 'failed', '5.1.1'));
        self::assertSame([0, "tam@post.example: failed (5.1.1). The message is bounced. Nothing is sent to the address from now on.\n"], $this->bounced("kennel:bounce {$file}"));
        file_put_contents($file, 'nothing');
        [$code, $said] = $this->bounced("kennel:bounce {$file}");
        self::assertSame(1, $code);
        self::assertStringContainsString('This is no bounce report', $said);
        unlink($file);
    }

    public function test_the_outbox_is_searched_by_how_an_address_begins(): void
    {
        $this->keeper();
        foreach (['Tam@post.example', 'tamsin@post.example', 'bo@post.example'] as $address) {
            $this->sent($address);
        }
        $found = fn (string $query): array => array_column($this->ask("/messages?{$query}")->assertOk()->json('items'), 'recipient');
        self::assertSame(['tamsin@post.example', 'Tam@post.example'], $found('to=TAM'));
        self::assertSame(['Tam@post.example'], $found('to=tam@&state=sent'));
        self::assertSame([], $found('to=tam@&state=bounced'));
    }

    private function sent(string $address): string
    {
        $account = $this->holder($address, 'Tam Pellow');
        $message = DB::transaction(fn () => $this->app->make(Messages::class)->queueToHolder(MessageKind::PasswordChanged, $account, 'recover', ['how' => 'by_link']));
        DB::table('messages')->where('id', $message->id)->update(['state' => 'sent', 'attempts' => 1, 'settled_at' => $message->created_at]);
        DB::table('jobs')->delete();

        return $message->id;
    }

    private function hand(string $source, string $type = 'message/rfc822'): TestResponse
    {
        return $this->knock('POST', '/bounces', $source, ['Content-Type' => $type], 'console');
    }

    /**
     * @return array{int, string}
     *
     * @phpstan-impure
     */
    private function bounced(string $command): array
    {
        $code = \Illuminate\Support\Facades\Artisan::call($command);

        return [$code, \Illuminate\Support\Facades\Artisan::output()];
    }

    private static function report(string $messageId, string $recipient, string $action, string $status, string $said = ''): string
    {
        $said = $said === '' ? '' : "Diagnostic-Code: {$said}\r\n";

        return "From: MAILER-DAEMON@relay.example\r\nContent-Type: multipart/report; report-type=delivery-status;\r\n\tboundary=\"b1\"\r\nMIME-Version: 1.0\r\n\r\n--b1\r\n\r\nSorry.\r\n--b1\r\nContent-Type: message/delivery-status\r\n\r\nReporting-MTA: dns; relay.example\r\n\r\nFinal-Recipient: rfc822; {$recipient}\r\nAction: {$action}\r\nStatus: {$status}\r\n{$said}\r\n--b1\r\nContent-Type: text/rfc822-headers\r\n\r\nSubject: x\r\nMessage-ID: <{$messageId}@alderwend.example>\r\n\r\n--b1--\r\n";
    }
}
