<?php

declare(strict_types=1);

namespace Kennel\Bench;

/** What bin/bench measures of mail: the editor's preview, and an outbox of 100 000 beside one of 1 000. */
final class MailMeasures
{
    public const ABOUT = [
        'wording' => 'the preview of a wording, from the request to the whole answer',
        'outbox' => 'the outbox of 100 000 messages beside one of 1 000: first page, by address, by state',
    ];

    private const ROUNDS = 25;

    /** @return array<string, \Closure(): list<Figure>> */
    public static function all(): array
    {
        return ['wording' => self::wording(...), 'outbox' => self::outbox(...)];
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
