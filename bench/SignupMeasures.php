<?php

declare(strict_types=1);

namespace Kennel\Bench;

use Kennel\Core\Registration\Signup\ProofOfWork;
use Kennel\Tests\Browser\Support\Browser;

/** What bin/bench measures of sign-up and its rules. */
final class SignupMeasures
{
    private const ROUNDS = 5;

    /** For what is measured behind the guards: they come before, and are the same for everybody. */
    public const GUARDS_OFF = ['trap' => false, 'minimum_time' => 'PT0S', 'work_bits' => 0, 'attempts' => 0];

    /** @return array<string, \Closure(): list<Figure>> */
    public static function all(): array
    {
        return ['sign-up' => self::signUp(...), 'verdict' => self::verdict(...), 'impact' => self::impact(...), 'work' => self::work(...)];
    }

    /**
     * Sign-ups per second against bare password_hash on the same cores, in turns.
     *
     * @return list<Figure>
     */
    private static function signUp(): array
    {
        $stand = Stand::start(640, self::GUARDS_OFF);
        $script = (string) tempnam(sys_get_temp_dir(), 'wrk');
        file_put_contents($script, 'local n = 0; local run = os.time() .. "x" .. math.random(1e9); wrk.method = "POST"; wrk.headers["Content-Type"] = "application/json"; request = function() n = n + 1; return wrk.format(nil, nil, nil, \'{"app":"gaugebook","name":"Nobody","email":"b\' .. run .. n .. os.clock() * 1e6 .. \'@post.example","password":"slow green otters swim","terms":"2026-09-03"}\') end');
        $ratios = [];
        for ($round = 0; $round < self::ROUNDS; $round++) {
            $bare = Bare::perSecond('password_hash("slow green otters swim", PASSWORD_ARGON2ID, $options);', 4);
            $ratios[] = $stand->throughput('/signups', 4, 4, ['-s', $script]) / $bare;
        }
        unlink($script);
        $stand->stop();

        return [Figure::atLeast('sign-up / bare password_hash', Figure::median($ratios), 0.8)];
    }

    /** @return list<Figure> */
    private static function verdict(): array
    {
        $stand = Stand::start(640);
        $times = [[], []];
        $body = ['app' => 'gaugebook', 'name' => 'Ngozi', 'email' => 'ngozi@place.example', 'password' => 'slow green otters', 'terms' => '2026-09-03'];
        for ($try = 0; $try < 300; $try++) {
            $times[0][] = $stand->request('GET', '/bench/empty')['milliseconds'];
            $times[1][] = $stand->request('POST', '/signups/verdict', $body)['milliseconds'];
        }
        $stand->stop();
        $p95 = static function (array $values): float {
            sort($values);

            return $values[(int) floor(0.95 * count($values))];
        };

        return [Figure::atMost('verdict, p95 above an empty route / 60 ms', ($p95($times[1]) - $p95($times[0])) / 60, 1)];
    }

    /**
     * A draft that asks everybody something new, over 100 000 accounts: the command that applies it, without applying.
     *
     * @return list<Figure>
     */
    private static function impact(): array
    {
        $stand = Stand::start(100_000);
        $file = (string) tempnam(sys_get_temp_dir(), 'rules');
        $rules = $stand->rules();
        $rules['signup']['terms']['version'] = '2027-01-01';
        $rules['apps'][0]['admission'] = 'domains';
        $rules['apps'][0]['domains'] = ['alderwend.example'];
        file_put_contents($file, json_encode($rules, JSON_THROW_ON_ERROR));
        $began = microtime(true);
        $stand->artisan('kennel:rules', 'apply', $file, '--dry-run');
        $took = microtime(true) - $began;
        unlink($file);
        $stand->stop();

        return [Figure::atMost('impact, 100 k accounts / 60 s', $took / 60, 1)];
    }

    /**
     * What is said of a slow phone, held against this machine's browser: a slow phone is taken to be eight times slower (from memory).
     *
     * @return list<Figure>
     */
    private static function work(): array
    {
        $stand = Stand::start(640);
        $browser = Browser::open();
        $browser->driver->manage()->timeouts()->setScriptTimeout(60);
        $browser->visit($stand->site('/a/gaugebook/sign-up'))->see('Create your account');
        $worker = basename((string) (glob(__DIR__.'/../public/build/assets/work.worker-*.js') ?: [''])[0]);
        $hashes = 0;
        $began = microtime(true);
        for ($try = 0; $try < 12; $try++) {
            $hashes += (int) $browser->driver->executeAsyncScript("const done = arguments[0]; const worker = new Worker('/build/assets/{$worker}', { type: 'module' }); worker.onmessage = ({ data }) => done(data); worker.postMessage({ challenge: 'try {$try}', bits: 17 })");
        }
        $perSecond = $hashes / (microtime(true) - $began);
        $browser->close();
        $stand->stop();

        return [Figure::atMost('slow phone, hashes a second said / an eighth of this browser', ProofOfWork::SLOW_PHONE / ($perSecond / 8), 1.3)];
    }
}
