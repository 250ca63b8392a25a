<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Mail;

use Illuminate\Support\Facades\DB;
use Kennel\App\Mail\Message;
use Kennel\App\Mail\Relay;
use Kennel\App\Mail\SmtpRelay;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Support\SmtpPeer;

final class DeliveryTest extends DoorTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->knock('POST', '/signups', ['app' => 'gaugebook', 'name' => 'Ngozi <b>Ädeyemi</b>', 'email' => 'ngozi@post.example', 'password' => self::PASSWORD]);
    }

    public function test_the_stand_in_holds_it_and_the_console_shows_it(): void
    {
        self::assertSame('queued', Message::query()->value('state'));
        $this->work();
        $this->keeper();
        $row = $this->ask('/messages')->json('items.0');
        self::assertSame(['held', 'ngozi@post.example', 1], [$row['state'], $row['recipient'], $row['attempts']]);

        $message = $this->ask("/messages/{$row['id']}")->assertOk();
        self::assertStringContainsString('Hello Ngozi <b>Ädeyemi</b>,', (string) $message->json('text'));
        $headers = array_column((array) $message->json('headers'), 'value', 'name');
        self::assertSame(['Gaugebook: is this your address?', 'auto-generated'], [$headers['Subject'], $headers['Auto-Submitted']]);

        $html = $this->ask("/messages/{$row['id']}/html")->assertOk();
        self::assertStringContainsString('Ngozi &lt;b&gt;Ädeyemi&lt;/b&gt;', (string) $html->getContent(), 'never markup');
        self::assertStringContainsString('sandbox', (string) $html->headers->get('Content-Security-Policy'));

        $eml = $this->ask("/messages/{$row['id']}/eml")->assertOk();
        self::assertStringContainsString("Message-ID: <{$row['id']}@alderwend.example>\r\n", (string) $eml->getContent());
        self::assertStringContainsString("{$row['id']}.eml", (string) $eml->headers->get('Content-Disposition'));
    }

    public function test_a_second_run_of_the_job_sends_nothing(): void
    {
        $job = DB::table('jobs')->first();
        $this->work();
        DB::table('jobs')->insert((array) $job);
        $this->work();
        self::assertSame([1, 1], [self::rows('held_deliveries'), (int) Message::query()->value('attempts')]);
    }

    public function test_a_worker_that_died_after_taking_the_job_loses_nothing(): void
    {
        DB::table('jobs')->update(['reserved_at' => time() - 61, 'attempts' => 1]);
        $this->work();
        self::assertSame(['held', 0], [Message::query()->value('state'), self::rows('jobs')]);
    }

    public function test_a_relay_gets_it_by_smtp_and_its_link_is_withheld_from_then_on(): void
    {
        $peer = SmtpPeer::start();
        $this->useRelay($peer->dsn());
        $this->work();
        self::assertSame('sent', Message::query()->value('state'));
        $received = $peer->stop();
        self::assertStringContainsString('RCPT TO:<ngozi@post.example>', $received);
        self::assertStringContainsString('Auto-Submitted: auto-generated', $received);

        $this->keeper();
        $id = Message::query()->value('id');
        $message = $this->ask("/messages/{$id}")->assertOk();
        self::assertTrue($message->json('content_withheld'));
        self::assertStringContainsString('#t=(withheld)', (string) $message->json('text'));
        self::assertStringContainsString('#t=(withheld)', (string) $this->ask("/messages/{$id}/html")->getContent());
        $this->ask("/messages/{$id}/eml")->assertStatus(403)->assertJsonPath('code', 'message.withheld');
    }

    public function test_a_relay_that_is_away_is_tried_again_and_then_given_up(): void
    {
        $this->useRelay('smtp://127.0.0.1:1');
        $this->work();
        self::assertSame(['retrying', 1], [Message::query()->value('state'), (int) Message::query()->value('attempts')]);
        for ($attempt = 2; $attempt <= 6; $attempt++) {
            DB::table('jobs')->update(['available_at' => time()]);
            $this->work();
        }
        self::assertSame(['failed', 6, 0], [Message::query()->value('state'), (int) Message::query()->value('attempts'), self::rows('jobs')]);
        $this->keeper();
        self::assertContains(['code' => 'mail.failed', 'count' => 1], $this->ask('/overview')->json('needs'));

        $id = Message::query()->value('id');
        $this->knock('POST', "/messages/{$id}/send-again", surface: 'console')->assertStatus(202);
        $this->app->forgetInstance(Relay::class);
        config(['kennel.relay' => 'stand-in']);
        $this->work();
        self::assertSame('held', Message::query()->value('state'));
        self::assertSame(['message.not_failed'], self::codes($this->knock('POST', "/messages/{$id}/send-again", surface: 'console')));
    }

    private function useRelay(string $dsn): void
    {
        config(['kennel.relay' => $dsn]);
        self::assertInstanceOf(SmtpRelay::class, $this->app->make(Relay::class));
    }

    private function work(): void
    {
        $this->command('queue:work', ['--stop-when-empty' => true, '--sleep' => 0]);
    }
}
