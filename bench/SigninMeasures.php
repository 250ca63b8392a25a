<?php

declare(strict_types=1);

namespace Kennel\Bench;

use Kennel\Core\Credentials\Factors\Totp;
use Kennel\Core\Credentials\Passkeys\Base64Url;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Tests\Support\SoftAuthenticator;
use ParagonIE\ConstantTime\Base32;

/** Second factors, passkeys and brakes. */
final class SigninMeasures
{
    public const ABOUT = [
        'factors' => 'the step with a code and the one with a passkey, beside an empty route',
        'brakes' => 'a sign-in with its brakes, beside one without',
        'replay' => 'a million attempts to sign in, replayed in force and as drafted',
        'guessing' => 'people signing in while 50 000 guesses come from 200 sources, beside the same without',
    ];

    private const KEEPER = ['email' => 'maren@alderwend.example', 'password' => 'heron weir lantern'];

    /** @return array<string, \Closure(): list<Figure>> */
    public static function all(): array
    {
        return ['factors' => self::factors(...), 'brakes' => self::brakes(...), 'replay' => self::replay(...), 'guessing' => self::guessing(...)];
    }

    /** @return list<Figure> */
    private static function factors(): array
    {
        $stand = Stand::start(640);
        self::forgetFactors($stand);
        // On another device every sign-in writes a message to its holder as well.
        $known = [$stand->knownDevice()];
        $cookie = ['Cookie: __Host-kennel-pages='.$stand->signIn('pages'), 'Kennel-Surface: pages'];
        $begun = json_decode($stand->request('POST', '/account/factors/authenticators', ['name' => 'Bench'], $cookie)['body'], true);
        $totp = new Totp(new Secret(Base32::decodeUpper(str_replace(' ', '', $begun['key']))));
        $code = static fn (): string => $totp->code($totp->stepAt(new \DateTimeImmutable));
        $stand->request('POST', "/account/factors/authenticators/{$begun['id']}/confirm", ['code' => $code()], $cookie);
        $database = $stand->database();
        $times = ['code' => [], 'empty' => [], 'passkey' => []];
        for ($try = 0; $try < 60; $try++) {
            $token = json_decode($stand->request('POST', '/sessions', self::KEEPER)['body'], true)['token'];
            // Each code counts once: what was used is forgotten, so that it need not be waited for.
            $database->exec('UPDATE authenticators SET last_step = NULL');
            $times['empty'][] = $stand->request('GET', '/bench/empty')['milliseconds'];
            $answer = $stand->request('POST', '/sessions/second-factor', ['token' => $token, 'code' => $code()], $known);
            $times['code'][] = $answer['status'] === 201 ? $answer['milliseconds'] : throw new \RuntimeException($answer['body']);
        }
        $key = new SoftAuthenticator;
        $key->origin = $stand->site('');
        $key->userHandle = json_decode($stand->request('POST', '/account/factors/passkeys/options', [], $cookie)['body'], true)['user']['id'] ?? null;
        $account = (string) $database->query("SELECT id FROM accounts WHERE email = 'maren@alderwend.example'")->fetchColumn();
        $database->prepare("INSERT INTO passkeys (id, account_id, name, credential_id, public_key, algorithm, sign_count, is_backup_eligible, is_backed_up, created_at) VALUES ('019a0f00-0000-7000-8000-0000000000aa', ?, 'Bench', ?, ?, -7, 0, 0, 0, '2026-01-01T00:00:00.000Z')")
            ->execute([$account, Base64Url::write($key->id), base64_encode($key->cose)]);
        for ($try = 0; $try < 60; $try++) {
            $options = json_decode($stand->request('POST', '/signins/passkey/options', [])['body'], true);
            $answer = $stand->request('POST', '/signins/passkey', ['response' => $key->get(Base64Url::read($options['challenge'], ''))], $known);
            $times['passkey'][] = $answer['status'] === 201 ? $answer['milliseconds'] : throw new \RuntimeException($answer['body']);
        }
        self::forgetFactors($stand);
        $stand->stop();
        $empty = Figure::median($times['empty']);

        return [
            Figure::atMost('step with a code / empty route', Figure::median($times['code']) / $empty, 1.3),
            Figure::atMost('sign-in by passkey / empty route', Figure::median($times['passkey']) / $empty, 1.3),
        ];
    }

    /** The data is kept between runs. */
    private static function forgetFactors(Stand $stand): void
    {
        $stand->database()->exec('DELETE FROM authenticators; DELETE FROM passkeys; DELETE FROM recovery_codes; UPDATE accounts SET factor_since = NULL');
    }

    /** @return list<Figure> */
    private static function brakes(): array
    {
        $stands = [Stand::start(640, isThrottled: true), Stand::start(1_000)];
        $ratios = [];
        for ($round = 0; $round < 150; $round++) {
            $times = [];
            foreach ($round % 2 === 0 ? [0, 1] : [1, 0] as $which) {
                $times[$which] = $stands[$which]->request('POST', '/sessions', self::KEEPER)['milliseconds'];
            }
            $ratios[] = $times[0] / $times[1];
        }
        array_map(static fn (Stand $stand) => $stand->stop(), $stands);

        return [Figure::atMost('sign-in with brakes / without', Figure::median($ratios), 1.05)];
    }

    /** @return list<Figure> */
    private static function replay(): array
    {
        $stand = Stand::start(640);
        $database = $stand->database();
        $database->exec('DELETE FROM signin_attempts');
        $insert = $database->prepare('INSERT INTO signin_attempts (at, account_key, source_key, net_key, is_known_device, outcome) VALUES (?, ?, ?, ?, ?, ?)');
        $database->beginTransaction();
        $now = time() * 1_000;
        mt_srand(1);
        for ($row = 0; $row < 1_000_000; $row++) {
            $source = mt_rand(0, 4_000);
            $insert->execute([$now - intdiv((1_000_000 - $row) * 29 * 86_400, 1_000), 'a'.mt_rand(0, 20_000), "s{$source}", 'n'.intdiv($source, 16), (int) (mt_rand(0, 2) > 0), mt_rand(0, 3) === 0 ? 'refused' : 'in']);
        }
        $database->commit();
        $cookie = ['Cookie: __Host-kennel-console='.$stand->signIn('console'), 'Kennel-Surface: console'];
        $draft = $stand->request('GET', '/rules/draft', null, $cookie);
        $answer = json_decode($stand->request('GET', '/brakes/replay', null, $cookie)['body'], true);
        $stand->stop();
        $said = is_array($answer) && $answer['attempts'] >= 1_000_000 && $draft['status'] === 200;

        return [Figure::atMost('replay of a million / 30 s', $said ? $answer['milliseconds'] / 30_000 : INF, 1)];
    }

    /** @return list<Figure> */
    private static function guessing(): array
    {
        $stand = Stand::start(640, isThrottled: true);
        $people = static function () use ($stand): array {
            $times = [];
            for ($person = 0; $person < 120; $person++) {
                $answer = $stand->request('POST', '/sessions', self::KEEPER, ['X-Forwarded-For: 198.51.100.'.(1 + $person % 200)]);
                $times[] = $answer['status'] === 201 ? $answer['milliseconds'] : throw new \RuntimeException($answer['body']);
                usleep(20_000);
            }
            sort($times);

            return $times;
        };
        $alone = $people();
        $script = (string) tempnam(sys_get_temp_dir(), 'wrk');
        file_put_contents($script, <<<'LUA'
            local n = 0
            request = function()
              n = n + 1
              return wrk.format("POST", nil, { ["Content-Type"] = "application/json", ["X-Forwarded-For"] = "203.0.113." .. (n % 200) }, string.format('{"email":"guessed%d@post.example","password":"guess %d"}', n % 400, n))
            end
            LUA);
        // As many as come in the time, one after the other from one attacker; most of them are held back.
        $attack = proc_open(['wrk', '-t1', '-c1', '-d30s', '-s', $script, $stand->url('/sessions')], [['file', '/dev/null', 'r'], ['file', '/dev/null', 'w'], ['file', '/dev/null', 'w']], $pipes);
        sleep(6);
        $under = $people();
        if ($attack !== false) {
            proc_terminate($attack);
            proc_close($attack);
        }
        unlink($script);
        $tried = (int) $stand->database()->query('SELECT count(*) FROM signin_attempts')->fetchColumn();
        $stand->stop();
        $at = static fn (array $times): float => $times[(int) floor(0.95 * count($times))];

        return [Figure::atMost("people’s p95 under guessing / alone ({$tried} rows)", $at($under) / $at($alone), 1.5)];
    }
}
