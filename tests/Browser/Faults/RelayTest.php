<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Faults;

use Kennel\Tests\Browser\Support\Server;
use Kennel\Tests\Support\SmtpPeer;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Whatever the relay does, signing up and in go on; and a message is lost or doubled by nobody's death. */
final class RelayTest extends TestCase
{
    /** Of this test's people; the demo has messages of its own. */
    private const UNSENT = "SELECT count(*) FROM messages WHERE recipient LIKE 'somebody%' AND state <> 'sent'";

    #[DataProvider('relays')]
    public function test_the_service_goes_on_while_the_relay_misbehaves(string $behaviour): void
    {
        $peer = SmtpPeer::start($behaviour);
        $server = Server::start(10, guarded: false, settings: ['KENNEL_RELAY' => $peer->dsn()]);
        try {
            $this->signUp($server, range(1, 3));
            for ($until = microtime(true) + 8; microtime(true) < $until && $this->number($server, "SELECT count(*) FROM messages WHERE recipient LIKE 'somebody%' AND state <> 'queued'") === 0;) {
                usleep(50_000);
            }
            // Now the worker speaks with the relay, or has just been refused.
            $answers = [...$this->signUp($server, range(4, 9)), ...$server->postAll('/sessions', array_fill(0, 4, ['email' => 'maren@alderwend.example', 'password' => 'heron weir lantern']))];
            self::assertSame([202, 201], array_values(array_unique(array_column($answers, 0))));
            self::assertSame('', $server->errors());
            if ($behaviour === SmtpPeer::SILENT) {
                self::assertSame(1, $this->number($server, "SELECT count(*) FROM messages WHERE state = 'sending'"), 'it waits, and holds nothing up');
            }
        } finally {
            $server->stop();
            $peer->stop();
        }
    }

    /** @return array<string, array{string}> */
    public static function relays(): array
    {
        return ['stalls' => [SmtpPeer::SILENT], 'is busy' => [SmtpPeer::BUSY], 'refuses' => [SmtpPeer::REFUSING], 'closes in mid-DATA' => [SmtpPeer::HANGING_UP], 'has no SMTPUTF8' => [SmtpPeer::ASCII]];
    }

    public function test_a_worker_that_is_killed_while_it_speaks_with_the_relay_loses_and_doubles_nothing(): void
    {
        $peer = SmtpPeer::start(SmtpPeer::SLOW);
        $server = Server::start(10, worker: false, guarded: false, settings: ['KENNEL_RELAY' => $peer->dsn()]);
        try {
            $this->signUp($server, range(1, 6));
            $sending = fn (): int => $this->number($server, "SELECT count(*) FROM messages WHERE state = 'sending'");
            $caught = 0;
            for ($round = 0; $round < 4; $round++) {
                $before = $sending();
                $server->work('mail');
                // However long a loaded machine takes to start it: it has begun with one more, and is somewhere within it.
                for ($until = microtime(true) + 15; microtime(true) < $until && $sending() <= $before;) {
                    usleep(20_000);
                }
                usleep(60_000 * $round);
                $server->kill();
                // The next worker takes up what this one has left: seen now, or not at all.
                $caught += $sending() > 0 ? 1 : 0;
            }
            self::assertGreaterThan(0, $caught, 'killed in the middle of one');
            $server->work('mail');
            for ($until = microtime(true) + 60; microtime(true) < $until && $this->number($server, self::UNSENT) > 0;) {
                usleep(200_000);
            }
            self::assertSame(0, $this->number($server, self::UNSENT));
        } finally {
            $server->stop();
            $received = $peer->stop();
        }
        preg_match_all('/^Message-ID: <([^@]+)@/m', $received, $found);
        self::assertCount(6, array_unique($found[1]), 'each was received, and one that came twice came under its own id');
        self::assertLessThanOrEqual(6 + 4, count($found[1]), 'at most once more for each kill');
    }

    /**
     * @param  list<int>  $numbers
     * @return list<array{int, string}>
     */
    private function signUp(Server $server, array $numbers): array
    {
        return $server->postAll('/signups', array_map(static fn (int $n): array => ['app' => 'gaugebook', 'name' => 'Somebody', 'email' => "somebody{$n}@post.example", 'terms' => '2026-09-03', 'password' => 'slow green otters swim'], $numbers));
    }

    private function number(Server $server, string $sql): int
    {
        return (int) $server->database()->query($sql)->fetchColumn();
    }
}
