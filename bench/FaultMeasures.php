<?php

declare(strict_types=1);

namespace Kennel\Bench;

use Kennel\Tests\Support\SmtpPeer;

/** What bin/bench measures of things that go wrong elsewhere. */
final class FaultMeasures
{
    private const TRIES = 120;

    private const ROUNDS = 5;

    /** @return array<string, \Closure(): list<Figure>> */
    public static function all(): array
    {
        return ['relay' => self::relay(...), 'durability' => self::durability(...)];
    }

    /**
     * The 95th percentile of sign-in and sign-up while a worker waits for a relay that says nothing, beside the same without any mail.
     *
     * @return list<Figure>
     */
    private static function relay(): array
    {
        $figures = [];
        foreach (['stalls' => SmtpPeer::SILENT, 'is busy' => SmtpPeer::BUSY, 'refuses' => SmtpPeer::REFUSING, 'hangs up' => SmtpPeer::HANGING_UP, 'ASCII only' => SmtpPeer::ASCII] as $what => $behaviour) {
            $peer = SmtpPeer::start($behaviour);
            $without = Stand::start(640, SignupMeasures::GUARDS_OFF);
            $with = Stand::start(641, SignupMeasures::GUARDS_OFF, ['KENNEL_RELAY' => $peer->dsn()]);
            $with->work('mail');
            $times = ['sign-in' => [[], []], 'sign-up' => [[], []]];
            for ($try = 0; $try < self::TRIES; $try++) {
                $signup = ['app' => 'gaugebook', 'name' => 'Nobody', 'email' => uniqid('relay', true).'@post.example', 'password' => 'slow green otters swim', 'terms' => '2026-09-03'];
                foreach ($try % 2 === 0 ? [$without, $with] : [1 => $with, 0 => $without] as $which => $stand) {
                    $times['sign-up'][$which][] = self::milliseconds($stand, '/signups', $signup, 202);
                    $times['sign-in'][$which][] = self::milliseconds($stand, '/sessions', ['email' => 'maren@alderwend.example', 'password' => 'heron weir lantern'], 201);
                }
            }
            $without->stop();
            $with->stop();
            $peer->stop();
            foreach ($times as $act => [$before, $meanwhile]) {
                $figures[] = Figure::atMost("{$act}, relay {$what}, p95", self::p95($meanwhile) / self::p95($before), 1.3);
            }
        }

        return $figures;
    }

    /**
     * What it costs that a power cut loses nothing that was acknowledged: sign-ups, which hash, and requests for a link, which only write.
     *
     * @return list<Figure>
     */
    private static function durability(): array
    {
        $ratios = ['sign-up' => [], 'recovery' => []];
        $scripts = [];
        foreach (['sign-up' => ['/signups', '"app":"gaugebook","name":"Nobody","password":"slow green otters swim","terms":"2026-09-03",'], 'recovery' => ['/recoveries', '']] as $act => [$path, $more]) {
            $scripts[$act] = [$path, (string) tempnam(sys_get_temp_dir(), 'wrk')];
            file_put_contents($scripts[$act][1], 'local n = 0; local run = os.time() .. "x" .. math.random(1e9); wrk.method = "POST"; wrk.headers["Content-Type"] = "application/json"; request = function() n = n + 1; return wrk.format(nil, nil, nil, \'{'.$more.'"email":"d\' .. run .. n .. os.clock() * 1e6 .. \'@post.example"}\') end');
        }
        for ($round = 0; $round < self::ROUNDS; $round++) {
            foreach ($scripts as $act => [$path, $script]) {
                $perSecond = [];
                foreach (['FULL', 'NORMAL'] as $synchronous) {
                    $stand = Stand::start(640, SignupMeasures::GUARDS_OFF, ['KENNEL_SYNCHRONOUS' => $synchronous]);
                    $perSecond[$synchronous] = $stand->throughput($path, 3, 4, ['-s', $script]);
                    $stand->stop();
                }
                $ratios[$act][] = $perSecond['FULL'] / $perSecond['NORMAL'];
            }
        }
        array_map(static fn (array $script) => unlink($script[1]), $scripts);

        return [
            Figure::atLeast('sign-up, FULL / NORMAL', Figure::median($ratios['sign-up']), 0.9),
            Figure::atLeast('recovery, FULL / NORMAL', Figure::median($ratios['recovery']), 0.5),
        ];
    }

    /** @param  array<string, string>  $body */
    private static function milliseconds(Stand $stand, string $path, array $body, int $expected): float
    {
        $answer = $stand->request('POST', $path, $body);

        return $answer['status'] === $expected ? $answer['milliseconds'] : throw new \RuntimeException("{$path}: {$answer['body']}");
    }

    /** @param  list<float>  $values */
    private static function p95(array $values): float
    {
        sort($values);

        return $values[(int) floor(0.95 * count($values))];
    }
}
