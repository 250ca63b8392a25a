<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Messaging\Mail;

use Illuminate\Support\Facades\DB;
use Kennel\App\Messaging\Mail\Deliveries;
use Kennel\App\Messaging\Mail\DeliverMessage;
use Kennel\App\Messaging\Mail\Message;
use Kennel\App\Messaging\Mail\MessageState;
use Kennel\App\Messaging\Mail\Relay;
use Kennel\App\Messaging\Mail\SmtpRelay;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Support\SmtpPeer;
use PHPUnit\Framework\Attributes\DataProvider;

final class DeliveryTest extends DoorTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->knock('POST', '/signups', ['app' => 'gaugebook', 'name' => 'Ngozi <b>Ädeyemi</b>', 'email' => 'ngozi@post.example', 'password' => self::PASSWORD]);
    }

    public function test_the_stand_in_holds_it_and_the_console_shows_it(): void
    {
        self::assertSame('queued', DB::table('messages')->value('state'));
        $this->work('mail');
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
        self::assertStringContainsString("Message-ID: <{$row['id']}@localhost.localdomain>\r\n", (string) $eml->getContent());
        self::assertStringContainsString("{$row['id']}.eml", (string) $eml->headers->get('Content-Disposition'));
    }

    public function test_a_message_is_settled_when_nothing_more_is_done_about_it(): void
    {
        $settled = array_filter(MessageState::cases(), static fn (MessageState $state): bool => $state->isSettled());
        self::assertSame([MessageState::Held, MessageState::Sent, MessageState::Failed, MessageState::Bounced, MessageState::Suppressed], array_values($settled));
    }

    public function test_the_evidence_says_how_the_message_stands_after_each_attempt(): void
    {
        $states = static fn (): array => DB::table('evidence')->where('lane', 'message')->orderBy('seq')->pluck('content')->map(static fn (mixed $content): array => array_intersect_key((array) json_decode((string) $content, true), ['state' => true]))->all();
        $this->useRelay('smtp://127.0.0.1:1');
        $this->work('mail');
        self::assertSame([['state' => 'queued'], ['state' => 'retrying']], $states());
        $this->app->forgetInstance(Relay::class);
        config(['kennel.relay' => 'stand-in']);
        DB::table('jobs')->update(['available_at' => time()]);
        $this->work('mail');
        self::assertSame(['state' => 'held'], array_slice($states(), -1)[0]);
    }

    public function test_a_second_run_of_the_job_sends_nothing(): void
    {
        $job = DB::table('jobs')->first();
        $this->work('mail');
        DB::table('jobs')->insert((array) $job);
        $this->work('mail');
        self::assertSame([1, 1], [self::rows('held_deliveries'), (int) Message::query()->value('attempts')]);
    }

    public function test_a_worker_that_died_after_taking_the_job_loses_nothing(): void
    {
        DB::table('jobs')->update(['reserved_at' => time() - 91, 'attempts' => 1]);
        $this->work('mail');
        self::assertSame(['held', 0], [DB::table('messages')->value('state'), self::rows('jobs')]);
        self::assertSame(1, DB::table('evidence')->where('label', 'like', 'Held by the stand-in: %')->count());
    }

    public function test_a_relay_gets_it_by_smtp_and_its_link_is_withheld_from_then_on(): void
    {
        $peer = SmtpPeer::start();
        $this->useRelay($peer->dsn());
        $this->work('mail');
        self::assertSame('sent', DB::table('messages')->value('state'));
        self::assertSame(1, DB::table('evidence')->where('label', 'like', 'Accepted by the relay: %')->count());
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
        $this->work('mail');
        self::assertSame(['retrying', 1, null], [DB::table('messages')->value('state'), (int) Message::query()->value('attempts'), DB::table('messages')->value('settled_at')]);
        for ($attempt = 2; $attempt <= 6; $attempt++) {
            DB::table('jobs')->update(['available_at' => time()]);
            $this->work('mail');
        }
        self::assertSame(['failed', 6, 0], [DB::table('messages')->value('state'), (int) Message::query()->value('attempts'), self::rows('jobs')]);
        self::assertSame('2026-05-01T12:00:00.000Z', DB::table('messages')->value('settled_at'), 'from then on it is kept so long');
        $this->keeper();
        self::assertSame('mail.failed', $this->ask('/overview')->json('needs.0.code'));
        self::assertStringContainsString('127.0.0.1:1', (string) $this->ask('/overview')->json('needs.0.said'), 'in the words of what went wrong');

        $id = Message::query()->value('id');
        $this->knock('POST', "/messages/{$id}/send-again", surface: 'console')->assertStatus(202);
        self::assertSame(['queued', 0, null], array_values((array) DB::table('messages')->first(['state', 'attempts', 'settled_at'])), 'all attempts once more');
        $this->app->forgetInstance(Relay::class);
        config(['kennel.relay' => 'stand-in']);
        $this->work('mail');
        self::assertSame('held', DB::table('messages')->value('state'));
        self::assertSame(['message.not_failed'], self::codes($this->knock('POST', "/messages/{$id}/send-again", surface: 'console')));
    }

    public function test_the_relay_is_spoken_with_outside_of_any_transaction(): void
    {
        $levels = [];
        $relay = $this->relay(static function () use (&$levels): MessageState {
            $levels[] = DB::transactionLevel();
            // Whoever looks meanwhile sees that it is being sent, and by whom it was claimed.
            $levels[] = DB::table('messages')->value('state');

            return MessageState::Held;
        });
        $this->app->bind(Relay::class, static fn (): Relay => $relay);
        $this->work('mail');
        self::assertSame([0, 'sending'], $levels);
        self::assertSame('held', DB::table('messages')->value('state'));
    }

    public function test_any_error_is_an_attempt_with_its_words(): void
    {
        foreach ([['kennel.relay' => 'nonsense'], ['kennel.relay' => 'smtp://127.0.0.1:1', 'app.key' => 'base64:'.base64_encode(random_bytes(32))]] as $attempt => $broken) {
            config($broken);
            $this->app->forgetInstance('encrypter');
            DB::table('jobs')->update(['available_at' => time()]);
            $this->work('mail');
            $row = DB::table('messages')->first();
            self::assertSame(['retrying', $attempt + 1], [$row?->state, (int) $row?->attempts]);
            self::assertNotSame('', (string) $row?->last_error);
            self::assertSame(1, self::rows('jobs'), 'it is tried later');
            self::assertGreaterThanOrEqual(time() + 9, (int) DB::table('jobs')->value('available_at'), 'and not at once');
        }
        self::assertSame(0, self::rows('failed_jobs'));
    }

    public function test_a_relay_that_refuses_for_good_is_not_asked_again_and_says_why(): void
    {
        $peer = SmtpPeer::start(SmtpPeer::REFUSING);
        $this->useRelay($peer->dsn());
        $this->work('mail');
        $peer->stop();
        // RFC 5321 §4.2.1: 5yz says that the same will be refused again.
        self::assertSame(['failed', 0, 1], [DB::table('messages')->value('state'), self::rows('jobs'), (int) DB::table('messages')->value('attempts')]);
        $this->keeper();
        $need = $this->ask('/overview')->json('needs.0');
        self::assertSame(['mail.failed', 1], [$need['code'], $need['count']]);
        self::assertStringContainsString('550 no such mailbox', $need['said']);
    }

    #[DataProvider('passing')]
    public function test_a_relay_that_is_busy_or_hangs_up_is_tried_again(string $behaviour, string $said): void
    {
        $peer = SmtpPeer::start($behaviour);
        $this->useRelay($peer->dsn());
        $this->work('mail');
        $peer->stop();
        self::assertSame('retrying', DB::table('messages')->value('state'));
        self::assertMatchesRegularExpression($said, (string) DB::table('messages')->value('last_error'));
    }

    /** @return array<string, array{string, string}> */
    public static function passing(): array
    {
        return ['busy' => [SmtpPeer::BUSY, '/451/'], 'closes in mid-DATA' => [SmtpPeer::HANGING_UP, '/Connection|bytes on the wire/']];
    }

    public function test_a_relay_that_says_nothing_is_waited_for_so_long_and_no_longer(): void
    {
        $peer = SmtpPeer::start(SmtpPeer::SILENT);
        $relay = new SmtpRelay($peer->dsn(), 'kennel@post.example', 0.4);
        foreach ([static fn () => $relay->takesUtf8(), static fn () => $relay->deliver(Message::query()->firstOrFail(), "Subject: x\r\n\r\nx\r\n")] as $ask) {
            $began = microtime(true);
            try {
                $ask();
                self::fail('It answered.');
            } catch (\Kennel\App\Messaging\Mail\RelayRefused $refused) {
                self::assertFalse($refused->isFinal, 'it may answer the next time');
            }
            self::assertLessThan(5.0, microtime(true) - $began);
            self::assertGreaterThan(0.3, microtime(true) - $began);
        }
        $peer->stop();
    }

    public function test_what_the_relay_said_is_told_in_each_case(): void
    {
        $message = Message::query()->firstOrFail();
        $told = static function (string $behaviour) use ($message): array {
            $peer = SmtpPeer::start($behaviour);
            try {
                (new SmtpRelay($peer->dsn(), 'kennel@post.example'))->deliver($message, "Subject: x\r\n\r\nx\r\n");

                return [];
            } catch (\Kennel\App\Messaging\Mail\RelayRefused $refused) {
                return [$refused->isFinal, $refused->lacksUtf8];
            } finally {
                $peer->stop();
            }
        };
        self::assertSame([], $told(SmtpPeer::SOUND));
        self::assertSame([false, false], $told(SmtpPeer::BUSY), '4yz: later (RFC 5321 §4.2.1)');
        self::assertSame([true, false], $told(SmtpPeer::REFUSING), '5yz: never');
        self::assertSame([false, false], $told(SmtpPeer::HANGING_UP));
        $message->recipient = 'jörg@post.example';
        self::assertSame([true, true], $told(SmtpPeer::ASCII));
        try {
            (new SmtpRelay('smtp://127.0.0.1:1', 'nobody at all'))->deliver($message, 'x');
            self::fail('sent');
        } catch (\Throwable $error) {
            self::assertNotInstanceOf(\PHPUnit\Framework\Exception::class, $error);
        }
    }

    public function test_which_relay_it_is_is_known_without_its_password(): void
    {
        $digest = static fn (string $dsn): string => (new SmtpRelay($dsn, 'kennel@post.example'))->digest();
        self::assertSame($digest('smtp://a:b@relay.example'), $digest('smtp://a:b@relay.example'));
        self::assertNotSame($digest('smtp://a:b@relay.example'), $digest('smtp://a:c@relay.example'));
        self::assertNotSame(hash('sha256', 'smtp://a:b@relay.example'), $digest('smtp://a:b@relay.example'), 'nor can it be guessed from what is stored');
        self::assertTrue((new SmtpRelay('null://default', 'kennel@post.example'))->takesUtf8(), 'what is no SMTP has no such limit');
    }

    public function test_an_address_the_relay_can_not_take_fails_once_and_is_refused_from_then_on(): void
    {
        $jorg = ['app' => 'gaugebook', 'name' => 'Jörg', 'email' => 'jörg@post.example', 'password' => self::PASSWORD];
        $this->knock('POST', '/signups', $jorg)->assertStatus(202);
        $peer = SmtpPeer::start(SmtpPeer::ASCII);
        $this->useRelay($peer->dsn());
        $this->work('mail');
        self::assertSame(['sent', 'failed'], DB::table('messages')->orderBy('seq')->pluck('state')->all());
        self::assertStringContainsString('non-ASCII', (string) DB::table('messages')->orderByDesc('seq')->value('last_error'));
        $refused = $this->knock('POST', '/signups', ['email' => 'jürgen@post.example'] + $jorg)->assertStatus(422);
        self::assertSame(['email.relay_ascii'], self::codes($refused));
        $this->knock('POST', '/signups', ['email' => 'juergen@bücher.example'] + $jorg)->assertStatus(202);
        DB::table('relay_facts')->delete();
        $this->command('kennel:ask-relay');
        self::assertSame(0, (int) DB::table('relay_facts')->value('takes_utf8'), 'asked before anybody has to fail');
        $peer->stop();
        $able = SmtpPeer::start();
        $this->useRelay($able->dsn());
        $this->command('kennel:ask-relay');
        $able->stop();
        $this->knock('POST', '/signups', ['email' => 'jürgen@post.example'] + $jorg)->assertStatus(202);
    }

    public function test_a_claim_is_one_workers_until_it_is_abandoned(): void
    {
        $id = (string) DB::table('messages')->value('id');
        $deliveries = $this->app->make(Deliveries::class);
        $first = $deliveries->claim($id);
        self::assertNotNull($first);
        self::assertNull($deliveries->claim($id), 'another worker has it');
        $this->clock->move('+'.(Deliveries::LEASE - 1).' seconds');
        self::assertNull($deliveries->claim($id));
        $this->clock->move('+1 second');
        $second = $this->app->make(Deliveries::class)->claim($id) ?? self::fail('It was abandoned.');
        self::assertSame([MessageState::Sending, 2], [$second->state, $second->attempts]);
        $deliveries->delivered($first, MessageState::Sent);
        self::assertSame('sending', DB::table('messages')->value('state'), 'what the first comes back with is too late');
        $deliveries->delivered($second, MessageState::Held);
        self::assertSame('held', DB::table('messages')->value('state'));
        self::assertNull($deliveries->claim($id));
    }

    public function test_a_job_that_finds_its_message_claimed_comes_back_when_the_claim_has_lapsed(): void
    {
        $id = (string) DB::table('messages')->value('id');
        self::assertNotNull($this->app->make(Deliveries::class)->claim($id));
        $before = time();
        $this->work('mail');
        self::assertSame([1, 'sending'], [self::rows('jobs'), DB::table('messages')->value('state')]);
        self::assertEqualsWithDelta($before + Deliveries::lease(), (int) DB::table('jobs')->value('available_at'), 5);
        DB::table('messages')->update(['state' => 'held']);
        DB::table('jobs')->update(['available_at' => time()]);
        $this->work('mail');
        self::assertSame(0, self::rows('jobs'), 'and not once it is settled');
    }

    public function test_a_clock_that_is_set_back_leaves_no_message_claimed_for_ever(): void
    {
        $id = (string) DB::table('messages')->value('id');
        self::assertNotNull($this->app->make(Deliveries::class)->claim($id));
        $this->clock->move('-1 day');
        self::assertNotNull($this->app->make(Deliveries::class)->claim($id));
    }

    public function test_a_job_that_is_given_up_leaves_no_message_on_its_way(): void
    {
        $id = (string) DB::table('messages')->value('id');
        $this->app->make(Deliveries::class)->claim($id);
        (new DeliverMessage($id))->failed(new \RuntimeException('database is locked'));
        self::assertSame('failed', DB::table('messages')->value('state'));
        self::assertStringContainsString('RuntimeException', (string) DB::table('messages')->value('last_error'));
        DB::table('messages')->update(['state' => 'sent', 'last_error' => null]);
        (new DeliverMessage($id))->failed(new \RuntimeException('too late'));
        self::assertSame(['sent', null], array_values((array) DB::table('messages')->first(['state', 'last_error'])), 'what was settled stays so');
        (new DeliverMessage('01890a5d-ac96-774b-bcce-b302099a8057'))->failed(null);
    }

    public function test_time_outs_are_shorter_than_the_queues(): void
    {
        $job = new DeliverMessage('x');
        self::assertLessThan(Deliveries::LEASE, $job->timeout);
        self::assertLessThan((int) config('queue.connections.mail.retry_after'), Deliveries::LEASE);
        self::assertSame(['mail', 'mail'], [$job->connection, $job->queue]);
        self::assertLessThan($job->timeout, $job->backoff);
        foreach ([10_000 => Deliveries::LEASE, 30 => 29, 1 => 1, 0 => 1] as $retryAfter => $lease) {
            config(['queue.connections.mail.retry_after' => $retryAfter]);
            self::assertSame($lease, Deliveries::lease());
        }
    }

    public function test_a_temporary_password_is_withheld_whole_once_it_is_on_its_way(): void
    {
        $this->keeper();
        $account = $this->holder();
        $this->knock('POST', "/accounts/{$account->id}/temporary-password", ['reason' => 'x', 'mailed' => true], ['If-Match' => '*'], 'console')->assertCreated();
        $id = (string) DB::table('messages')->orderByDesc('seq')->value('id');
        preg_match('/password:\s+(\S+)/', (string) $this->ask("/messages/{$id}")->json('text'), $found);
        $password = $found[1] ?? self::fail('The stand-in shows it.');
        config(['kennel.relay' => 'smtp://127.0.0.1:1']);
        foreach (['', '/html'] as $part) {
            $shown = $this->ask("/messages/{$id}{$part}")->assertOk();
            self::assertStringNotContainsString($password, (string) $shown->getContent());
            self::assertStringContainsString('Withheld', (string) $shown->getContent());
        }
        $this->ask("/messages/{$id}/eml")->assertStatus(403);
    }

    /** @param  \Closure(): MessageState  $deliver */
    private function relay(\Closure $deliver): Relay
    {
        return new class($deliver) implements Relay
        {
            public function __construct(private readonly \Closure $deliver)
            {
            }

            public function deliver(Message $message, string $eml): MessageState
            {
                return ($this->deliver)();
            }

            public function takesUtf8(): bool
            {
                return true;
            }

            public function digest(): string
            {
                return 'x';
            }
        };
    }

    private function useRelay(string $dsn): void
    {
        config(['kennel.relay' => $dsn]);
        self::assertInstanceOf(SmtpRelay::class, $this->app->make(Relay::class));
    }
}
