<?php

declare(strict_types=1);

namespace Kennel\Bench;

/** What bin/bench measures of roles: what apps ask, the session of somebody with roles, and what an edit would do. */
final class AccessMeasures
{
    public const ABOUT = [
        'decisions' => 'whether somebody may: one question and a hundred, above an empty route',
        'effect' => 'what an edit of a role would do to 100 000 accounts',
    ];

    /** Many and short, each beside its neighbour: a machine that is slow for a while then slows both of a pair. */
    private const ROUNDS = 15;

    /** @return array<string, \Closure(): list<Figure>> */
    public static function all(): array
    {
        return ['decisions' => self::decisions(...), 'effect' => self::effect(...)];
    }

    /** @return list<Figure> */
    private static function decisions(): array
    {
        $stand = Stand::start(1_000);
        $cookie = $stand->signIn();
        $ids = $stand->database()->query("SELECT id FROM accounts WHERE status = 'active' ORDER BY seq LIMIT 100")->fetchAll(\PDO::FETCH_COLUMN);
        $ask = static fn (int $number): string => self::script(['questions' => array_map(static fn (string $id): array => ['account' => $id, 'permission' => 'readings:approve'], array_slice($ids, 0, $number))], $cookie);
        [$one, $hundred] = [$ask(1), $ask(100)];
        $stand->throughput('/decisions', 1, 4, ['-s', $one]);
        $ratios = $times = [];
        for ($round = 0; $round < self::ROUNDS; $round++) {
            $empty = $stand->throughput('/bench/empty', 1, 4);
            $asked = $stand->throughput('/decisions', 1, 4, ['-s', $one]);
            $ratios[] = $asked / $empty;
            $times[] = $asked / $stand->throughput('/decisions', 1, 4, ['-s', $hundred]);
        }
        $with = ['-H', "Cookie: __Host-kennel-console={$cookie}", '-H', 'Kennel-Surface: console'];
        $stand->database()->exec("INSERT OR IGNORE INTO assignments (account_id, role_key, assigned_by, why, assigned_at) SELECT a.id, r.key, 'bench', 'bench', '2026-01-01T00:00:00.000Z' FROM accounts a, roles r WHERE a.email = 'maren@alderwend.example' AND r.key IN ('observer', 'steward', 'dispatcher', 'quartermaster')");
        $sessions = [];
        for ($round = 0; $round < self::ROUNDS; $round++) {
            $empty = $stand->throughput('/bench/empty', 1, 4);
            $sessions[] = $stand->throughput('/session', 1, 4, $with) / $empty;
        }
        $stand->stop();

        return [
            Figure::atLeast('one question / empty route', Figure::median($ratios), 0.65),
            Figure::atMost('a hundred questions / one, in time', Figure::median($times), 1.5),
            Figure::atLeast('session of five roles, three levels / empty route', Figure::median($sessions), 0.65),
        ];
    }

    /** @return list<Figure> */
    private static function effect(): array
    {
        $stand = Stand::start(100_000);
        $cookie = $stand->signIn();
        $with = ['Kennel-Surface: console', "Cookie: __Host-kennel-console={$cookie}"];
        $times = [];
        for ($round = 0; $round < 5; $round++) {
            $answer = $stand->request('POST', '/roles/observer/effect', ['label' => 'Observer', 'permissions' => ['readings:correct'], 'includes' => []], $with);
            $times[] = $answer['milliseconds'];
        }
        $accounts = json_decode($answer['body'] ?? '', true)['accounts'] ?? 0;
        $stand->stop();

        return [Figure::atMost("effect upon {$accounts} accounts / 10 s", Figure::median($times) / 10_000, 1)];
    }

    /** @param  array<string, mixed>  $body */
    private static function script(array $body, string $cookie): string
    {
        $script = (string) tempnam(sys_get_temp_dir(), 'wrk');
        file_put_contents($script, 'wrk.method = "POST"; wrk.headers["Content-Type"] = "application/json"; wrk.headers["Kennel-Surface"] = "console"; wrk.headers["Cookie"] = "__Host-kennel-console='.$cookie.'"; wrk.body = [['.json_encode($body, JSON_THROW_ON_ERROR).']]');

        return $script;
    }
}
