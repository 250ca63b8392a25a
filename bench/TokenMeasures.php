<?php

declare(strict_types=1);

namespace Kennel\Bench;

use Kennel\Core\OAuth\Tokens\CodeChallenge;

/** What apps ask all the time: tokens for a code, renewed, asked about; and the same with a million of them. */
final class TokenMeasures
{
    public const ABOUT = [
        'tokens' => 'tokens for a code, renewed, introspected, user info, beside an empty route',
        'million' => 'renewing, introspecting and revoking among 1 000 000 live tokens, beside 10 000',
    ];

    private const VERIFIER = 'a-verifier-of-at-least-forty-three-characters-long';

    private const BACK = 'https://gaugebook.alderwend.example/signed-in';

    private const SECRET = 'sssssssssssssssssssssssssssssssssssssssssss';

    private const TRIES = 150;

    /** @return array<string, \Closure(): list<Figure>> */
    public static function all(): array
    {
        return ['tokens' => self::tokens(...), 'million' => self::million(...)];
    }

    /** @return list<Figure> */
    private static function tokens(): array
    {
        $stand = Stand::start(640);
        self::forget($stand);
        self::letIn($stand, 0, self::TRIES + 1);
        $signature = self::signature();
        $times = ['empty' => [], 'exchange' => [], 'refresh' => []];
        $answer = self::exchange($stand, 0)['body'];
        for ($try = 1; $try <= self::TRIES; $try++) {
            $times['empty'][] = $stand->request('GET', '/bench/empty')['milliseconds'];
            $times['exchange'][] = self::took(self::exchange($stand, $try));
            $renewed = self::form($stand, 'token', ['grant_type' => 'refresh_token', 'refresh_token' => json_decode($answer, true)['refresh_token'], 'client_id' => 'gaugebook', 'client_secret' => self::SECRET]);
            $times['refresh'][] = self::took($renewed);
            $answer = $renewed['body'];
        }
        [$empty, $exchange, $refresh] = array_map(Figure::median(...), array_values($times));
        $token = json_decode($answer, true)['access_token'];
        $introspect = self::script(['token' => $token], ['Authorization' => 'Basic '.base64_encode('gaugebook:'.self::SECRET)]);
        $ratios = ['introspect' => [], 'userinfo' => []];
        for ($round = 0; $round < 10; $round++) {
            $bare = $stand->throughput('/bench/empty', 1, 4);
            $ratios['introspect'][] = $stand->throughput('/oauth/introspect', 1, 4, ['-s', $introspect]) / $bare;
            $ratios['userinfo'][] = $stand->throughput('/oauth/userinfo', 1, 4, ['-H', "Authorization: Bearer {$token}"]) / $bare;
        }
        unlink($introspect);
        self::forget($stand);
        $stand->stop();

        return [
            Figure::atLeast('(empty route + its signatures) / tokens for a code', ($empty + $signature) / $exchange, 0.6),
            Figure::atLeast('empty route / tokens renewed', $empty / $refresh, 0.55),
            Figure::atLeast('introspection / empty route', Figure::median($ratios['introspect']), 0.65),
            Figure::atLeast('user info / empty route', Figure::median($ratios['userinfo']), 0.65),
        ];
    }

    /** @return list<Figure> */
    private static function million(): array
    {
        $stand = Stand::start(640);
        $figures = [];
        foreach ([10_000, 1_000_000] as $number) {
            self::forget($stand);
            self::letIn($stand, 0, $number);
            $header = ['Authorization: Basic '.base64_encode('gaugebook:'.self::SECRET)];
            for ($try = 0; $try < self::TRIES; $try++) {
                // From everywhere among them, so that pages are not the same ones again.
                $one = ($try * 7_919) % $number;
                $issued = self::exchange($stand, $one);
                $figures['issuing'][$number][] = self::took($issued);
                $tokens = json_decode($issued['body'], true);
                $figures['introspecting'][$number][] = self::took(self::form($stand, 'introspect', ['token' => $tokens['refresh_token']], $header));
                $figures['revoking'][$number][] = self::took(self::form($stand, 'revoke', ['token' => $tokens['refresh_token'], 'client_id' => 'gaugebook', 'client_secret' => self::SECRET]));
            }
        }
        self::forget($stand);
        // A million rows' room is not left for whoever measures after this.
        $stand->database()->exec('VACUUM');
        $stand->stop();

        return array_map(static fn (string $what, array $times): Figure => Figure::atMost("{$what}, 1 000 000 / 10 000", Figure::median($times[1_000_000]) / Figure::median($times[10_000]), 1.5), array_keys($figures), $figures);
    }

    /** Each with a code of its own that was not used yet, by one keeper who stays signed in. */
    private static function letIn(Stand $stand, int $from, int $number): void
    {
        $stand->signIn('pages');
        $database = $stand->database();
        $now = gmdate('Y-m-d\TH:i:s.000\Z');
        $database->prepare("INSERT INTO app_secrets (id, app_key, digest, hint, created_by, created_at, used_at) VALUES ('019a0f00-0000-7000-8000-0000000000ab', 'gaugebook', ?, 'ssss', 'bench', ?, ?)")->execute([hash('sha256', self::SECRET), $now, $now]);
        [$session, $account] = $database->query("SELECT s.id, s.account_id FROM sessions s JOIN accounts a ON a.id = s.account_id WHERE a.email = 'maren@alderwend.example' AND s.surface = 'pages' ORDER BY s.seq DESC LIMIT 1")->fetchAll(\PDO::FETCH_NUM)[0];
        $insert = $database->prepare("INSERT INTO authorizations (id, app_key, account_id, session_id, scope, resources, is_offline, proven_at, proven_by, code_digest, code_challenge, redirect_uri, code_until, lapses_at, created_at) VALUES (?, 'gaugebook', ?, ?, 'openid roles', '[]', 1, ?, 'password', ?, ?, ?, ?, ?, ?)");
        $later = gmdate('Y-m-d\TH:i:s.000\Z', time() + 7_200);
        $database->beginTransaction();
        for ($one = $from; $one < $from + $number; $one++) {
            $insert->execute([sprintf('019a0f00-0000-7000-8000-%012x', $one), $account, $session, $now, hash('sha256', self::code($one)), CodeChallenge::of(self::VERIFIER)->text, self::BACK, $later, $later, $now]);
        }
        $database->commit();
        unset($insert);
        // As a database is that grew bit by bit: what was written at one time would be read past in the log at each request.
        $database->query('PRAGMA wal_checkpoint(TRUNCATE)')->fetchAll();
    }

    /** The data is kept between runs. */
    private static function forget(Stand $stand): void
    {
        $stand->database()->exec('DELETE FROM authorizations; DELETE FROM token_tallies; DELETE FROM app_secrets; DELETE FROM revoked_tokens');
    }

    private static function code(int $one): string
    {
        return str_pad((string) $one, 43, 'c', STR_PAD_LEFT);
    }

    /** @return array{status: int, headers: string, body: string, milliseconds: float} */
    private static function exchange(Stand $stand, int $one): array
    {
        return self::form($stand, 'token', ['grant_type' => 'authorization_code', 'code' => self::code($one), 'redirect_uri' => self::BACK, 'code_verifier' => self::VERIFIER, 'client_id' => 'gaugebook', 'client_secret' => self::SECRET]);
    }

    /**
     * @param  array<string, string>  $form
     * @param  list<string>  $headers
     * @return array{status: int, headers: string, body: string, milliseconds: float}
     */
    private static function form(Stand $stand, string $endpoint, array $form, array $headers = []): array
    {
        $handle = curl_init($stand->site("/oauth/{$endpoint}"));
        curl_setopt_array($handle, [CURLOPT_POSTFIELDS => http_build_query($form), CURLOPT_RETURNTRANSFER => true, CURLOPT_HTTPHEADER => $headers]);
        $began = hrtime(true);
        $body = (string) curl_exec($handle);

        return ['status' => (int) curl_getinfo($handle, CURLINFO_RESPONSE_CODE), 'headers' => '', 'body' => $body, 'milliseconds' => (hrtime(true) - $began) / 1e6];
    }

    /** @param  array{status: int, headers: string, body: string, milliseconds: float}  $answer */
    private static function took(array $answer): float
    {
        return $answer['status'] === 200 ? $answer['milliseconds'] : throw new \RuntimeException($answer['body']);
    }

    /** @return float milliseconds for the two signatures of an answer, by themselves */
    private static function signature(): float
    {
        $secret = sodium_crypto_sign_secretkey(sodium_crypto_sign_keypair());
        $times = [];
        for ($try = 0; $try < self::TRIES; $try++) {
            $began = hrtime(true);
            sodium_crypto_sign_detached(str_repeat('x', 600), $secret);
            sodium_crypto_sign_detached(str_repeat('x', 600), $secret);
            $times[] = (hrtime(true) - $began) / 1e6;
        }

        return Figure::median($times);
    }

    /**
     * @param  array<string, string>  $form
     * @param  array<string, string>  $headers
     */
    private static function script(array $form, array $headers): string
    {
        $script = (string) tempnam(sys_get_temp_dir(), 'wrk');
        file_put_contents($script, 'wrk.method = "POST"; wrk.headers["Content-Type"] = "application/x-www-form-urlencoded"; '.implode(' ', array_map(static fn (string $name, string $value): string => "wrk.headers[\"{$name}\"] = \"{$value}\";", array_keys($headers), $headers)).' wrk.body = [['.http_build_query($form).']]');

        return $script;
    }
}
