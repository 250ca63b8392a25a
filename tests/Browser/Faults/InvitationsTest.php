<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Faults;

use Kennel\Tests\Browser\Support\Server;
use PHPUnit\Framework\TestCase;

/** Five hundred people are invited while the relay changes its mind and the worker is killed: each message goes out, and none twice. */
final class InvitationsTest extends TestCase
{
    private const PEOPLE = 500;

    public function test_each_goes_out_once(): void
    {
        $server = Server::start(10, worker: false, guarded: false, settings: ['KENNEL_RETRY_AFTER' => '4']);
        try {
            $cookie = $server->cookieOf('maren@alderwend.example', 'heron weir lantern');
            $ask = static fn (string $method, string $path, array $body): array => $server->sendAll([[$method, $path, $body, ['Kennel-Surface: console', $cookie]]])[0];
            $rows = array_map(static fn (int $at): array => ['email' => "person{$at}@post.example", 'name' => "Person {$at}"], range(1, self::PEOPLE));
            [$status, $body] = $ask('POST', '/invitations', ['app' => 'floodline', 'roles' => ['dispatcher'], 'rows' => $rows]);
            self::assertSame(201, $status, $body);
            $held = fn (): int => $this->number($server, "SELECT count(*) FROM messages WHERE recipient LIKE 'person%' AND state = 'held'");
            foreach (['refuses', 'slow', 'takes'] as $mode) {
                self::assertSame(200, $ask('PUT', '/mail/stand-in', ['mode' => $mode])[0]);
                // What was refused is tried again at once, and not after minutes.
                $server->database()->exec("UPDATE jobs SET available_at = 0 WHERE queue = 'mail' AND reserved_at IS NULL");
                $before = $this->number($server, 'SELECT sum(attempts) FROM messages');
                $server->work('mail');
                for ($until = microtime(true) + 15; microtime(true) < $until && $this->number($server, 'SELECT sum(attempts) FROM messages') <= $before + ($mode === 'slow' ? 0 : 20);) {
                    usleep(10_000);
                }
                // The power goes: the service with its worker.
                $server->kill();
                $server->serve();
            }
            self::assertGreaterThan(0, $this->number($server, "SELECT count(*) FROM message_events WHERE event = 'refused'"));
            $server->work('mail');
            for ($until = microtime(true) + 90; microtime(true) < $until && $held() < self::PEOPLE;) {
                $server->database()->exec("UPDATE jobs SET available_at = 0 WHERE queue = 'mail' AND reserved_at IS NULL AND available_at > 0");
                usleep(300_000);
            }
            self::assertSame(self::PEOPLE, $held());
            self::assertSame(self::PEOPLE, $this->number($server, "SELECT count(*) FROM held_deliveries WHERE message_id IN (SELECT id FROM messages WHERE recipient LIKE 'person%')"));
            self::assertSame(self::PEOPLE, $this->number($server, "SELECT count(DISTINCT message_seq) FROM message_events WHERE event = 'held' AND message_seq IN (SELECT seq FROM messages WHERE recipient LIKE 'person%')"));
            self::assertSame(self::PEOPLE, $this->number($server, "SELECT count(*) FROM message_events WHERE event = 'held' AND message_seq IN (SELECT seq FROM messages WHERE recipient LIKE 'person%')"), 'settled once each');
            self::assertSame('', $server->errors());
        } finally {
            $server->stop();
        }
    }

    private function number(Server $server, string $sql): int
    {
        return (int) $server->database()->query($sql)->fetchColumn();
    }
}
