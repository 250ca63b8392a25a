<?php

declare(strict_types=1);

namespace Kennel\Bench;

use Kennel\Tests\Support\SmtpPeer;
use Symfony\Component\Mailer\Envelope;
use Symfony\Component\Mailer\Transport;
use Symfony\Component\Mime\Address;
use Symfony\Component\Mime\Email;
use Symfony\Component\Mime\RawMessage;

/** What bin/bench measures of mail: the editor's preview, and an outbox of 100 000 beside one of 1 000. */
final class MailMeasures
{
    public const ABOUT = [
        'wording' => 'the preview of a wording, from the request to the whole answer',
        'invitations' => 'a list of 1 000 people: judged, and queued',
        'delivery' => 'messages delivered to a relay on this machine, beside bare symfony/mailer with the same ones',
        'outbox' => 'the outbox of 100 000 messages beside one of 1 000: first page, by address, by state',
    ];

    private const ROUNDS = 25;

    /** @return array<string, \Closure(): list<Figure>> */
    public static function all(): array
    {
        return ['wording' => self::wording(...), 'invitations' => self::invitations(...), 'delivery' => self::delivery(...), 'outbox' => self::outbox(...)];
    }

    /** @return list<Figure> */
    private static function wording(): array
    {
        $stand = Stand::start(1_000);
        $with = ['Kennel-Surface: console', 'Cookie: __Host-kennel-console='.$stand->signIn()];
        $own = $stand->rules()['messages']['wordings'][0];
        $times = [];
        for ($round = 0; $round < self::ROUNDS; $round++) {
            // Another text each time, as while somebody types.
            $wording = [...array_diff_key($own, ['key' => true]), 'html' => $own['html'].str_repeat('<p>{{ name }} and more words.</p>', $round)];
            $answer = $stand->request('POST', '/wordings/preview', ['key' => $own['key'], 'wording' => $wording], $with);
            $times[] = $answer['status'] === 200 ? $answer['milliseconds'] : throw new \RuntimeException($answer['body']);
        }
        $stand->stop();

        return [Figure::atMost('preview of a wording / 100 ms', Figure::median($times) / 100, 1)];
    }

    /** @return list<Figure> */
    private static function invitations(): array
    {
        $stand = Stand::start(1_000);
        $with = ['Kennel-Surface: console', 'Cookie: __Host-kennel-console='.$stand->signIn()];
        $run = bin2hex(random_bytes(3));
        $list = static fn (int $round): array => ['app' => 'floodline', 'roles' => ['dispatcher'], 'language' => 'en', 'words' => 'We begin on Monday.', 'rows' => array_map(static fn (int $at): array => ['email' => "r{$run}{$round}n{$at}@bench.example", 'name' => "Somebody Number {$at}"], range(1, 1_000))];
        [$judged, $queued] = [[], []];
        for ($round = 0; $round < 5; $round++) {
            $answer = $stand->request('POST', '/invitations/judge', array_diff_key($list($round), ['words' => true]), $with);
            $judged[] = $answer['status'] === 200 ? $answer['milliseconds'] : throw new \RuntimeException($answer['body']);
            $answer = $stand->request('POST', '/invitations', $list($round), $with);
            $queued[] = $answer['status'] === 201 ? $answer['milliseconds'] : throw new \RuntimeException($answer['body']);
        }
        self::forget($stand);

        return [Figure::atMost('1 000 rows judged / 1.5 s', Figure::median($judged) / 1_500, 1), Figure::atMost('1 000 invitations queued / 3 s', Figure::median($queued) / 3_000, 1)];
    }

    /** @return list<Figure> */
    private static function delivery(): array
    {
        $peer = SmtpPeer::start();
        $stand = Stand::start(1_000, settings: ['KENNEL_RELAY' => $peer->dsn()]);
        $with = ['Kennel-Surface: console', 'Cookie: __Host-kennel-console='.$stand->signIn()];
        $database = $stand->database();
        $ratios = [];
        try {
            $run = bin2hex(random_bytes(3));
            for ($round = 0; $round < 5; $round++) {
                $rows = array_map(static fn (int $at): array => ['email' => "d{$run}{$round}n{$at}@bench.example", 'name' => "Somebody Number {$at}"], range(1, 400));
                $answer = $stand->request('POST', '/invitations', ['app' => 'floodline', 'roles' => [], 'language' => 'en', 'rows' => $rows], $with);
                $answer['status'] === 201 ?: throw new \RuntimeException($answer['body']);
                // What a worker takes to start is no part of either.
                $count = static fn (): int => (int) $database->query("SELECT count(*) FROM messages WHERE state = 'sent' AND recipient LIKE 'd{$run}{$round}n%'")->fetchColumn();
                $round > 0 ?: $stand->work('mail');
                do {
                    usleep(1_000);
                    $first = $count();
                } while ($first === 0);
                $began = hrtime(true);
                while ($count() < count($rows)) {
                    usleep(1_000);
                }
                $ours = (count($rows) - $first) / (hrtime(true) - $began);
                $ratios[] = $ours / self::bareDelivery($peer->dsn(), count($rows) - $first);
            }
        } finally {
            self::forget($stand);
            $peer->stop();
        }

        return [Figure::atLeast('delivery by SMTP / bare symfony/mailer on one connection', Figure::median($ratios), 0.6)];
    }

    /** The data is kept for the next run: it is to be as this one found it. */
    private static function forget(Stand $stand): void
    {
        $database = $stand->database();
        $stand->stop();
        $database->exec("DELETE FROM jobs; DELETE FROM messages WHERE recipient LIKE '%@bench.example'; DELETE FROM invitations WHERE email LIKE '%@bench.example'");
    }

    /** @return float messages in a nanosecond */
    private static function bareDelivery(string $dsn, int $messages): float
    {
        $transport = Transport::fromDsn($dsn);
        $eml = (new Email)->from('accounts@bench.example')->to('somebody@bench.example')->subject('Join us')->html('<p>'.str_repeat('as long as one of ours ', 150).'</p>')->text(str_repeat('as long as one of ours ', 20))->toString();
        $began = hrtime(true);
        for ($at = 0; $at < $messages; $at++) {
            $transport->send(new RawMessage($eml), new Envelope(new Address('accounts@bench.example'), [new Address("b{$at}@bench.example")]));
        }

        return $messages / (hrtime(true) - $began);
    }

    /** @return list<Figure> */
    private static function outbox(): array
    {
        $stand = Stand::start(1_000);
        $database = $stand->database();
        $cookie = $stand->signIn();
        $fill = static fn (int $messages) => $database->exec("INSERT INTO messages (id, act_id, kind, recipient, subject, state, sealed, created_at, settled_at)
            WITH RECURSIVE n (i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < {$messages})
            SELECT 'bench-{$messages}-' || i, 'bench', 'password_changed', 'p' || (i * 7919 % 99991) || '@bench.example', 'A subject', CASE WHEN i % 50 = 0 THEN 'failed' ELSE 'sent' END, hex(randomblob(2000)), '2026-01-01T00:00:00.000Z', '2026-01-01T00:00:00.000Z' FROM n");
        $paths = ['first page' => '/messages', 'by address' => '/messages?to=p77', 'by state' => '/messages?state=failed', 'by both' => '/messages?to=p7&state=failed'];
        $median = static fn (string $path): float => Figure::median(array_map(static fn (): float => Measures::read($stand, $path, $cookie)['milliseconds'], range(1, self::ROUNDS)));
        try {
            $fill(1_000);
            $small = array_map($median, $paths);
            $fill(99_000);
            $large = array_map($median, $paths);
        } finally {
            $database->exec("DELETE FROM messages WHERE act_id = 'bench'");
            $stand->stop();
        }

        return array_map(static fn (string $what): Figure => Figure::atMost("outbox, {$what}, 100 000 / 1 000", $large[$what] / $small[$what], 3), array_keys($paths));
    }
}
