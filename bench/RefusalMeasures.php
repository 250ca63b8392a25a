<?php

declare(strict_types=1);

namespace Kennel\Bench;

/** What scanners and broken clients cost: answers that refuse, beside an empty route. */
final class RefusalMeasures
{
    public const ABOUT = ['refusals' => 'answers that refuse without a hash, beside an empty route'];

    private const TRIES = 250;

    private const AT_LEAST = 0.7;

    /** One statement and a digest. */
    private const WRONG_SECRET = 0.55;

    /** @return array<string, \Closure(): list<Figure>> */
    public static function all(): array
    {
        return ['refusals' => self::refusals(...)];
    }

    /**
     * One request after the other, in rounds of which each has an order of its own: a machine that is busy for a moment, or still writes down what was asked
     * before, is so for all of them.
     *
     * @return list<Figure>
     */
    private static function refusals(): array
    {
        $stand = Stand::start(640);
        $requests = ['empty' => ['/bench/empty', 200, []], ...self::requests()];
        $times = array_fill_keys(array_keys($requests), []);
        mt_srand(32);
        for ($try = 0; $try <= self::TRIES; $try++) {
            $names = array_keys($requests);
            shuffle($names);
            foreach ($names as $name) {
                [$path, $status, $options] = $requests[$name];
                $times[$name][] = self::took(str_starts_with($path, '//') ? $stand->site(substr($path, 1)) : $stand->url($path), $options, $status);
            }
        }
        $stand->stop();
        $empty = Figure::median($times['empty']);
        unset($times['empty']);

        return array_values(array_map(
            static fn (string $name, array $measured): Figure => Figure::atLeast("empty route / {$name}", $empty / Figure::median($measured), $name === 'a wrong client secret' ? self::WRONG_SECRET : self::AT_LEAST),
            array_keys($times),
            $times,
        ));
    }

    /** @return array<string, array{string, int, array<int, mixed>}> path, the status of its answer, and what curl is told */
    private static function requests(): array
    {
        $send = static fn (string $body, string $type, string ...$headers): array => [CURLOPT_POST => true, CURLOPT_POSTFIELDS => $body, CURLOPT_HTTPHEADER => ["Content-Type: {$type}", ...array_values($headers)]];
        $json = static fn (string $body, string ...$headers): array => $send($body, 'application/json', ...array_values($headers));
        $form = static fn (string $body, string ...$headers): array => $send($body, 'application/x-www-form-urlencoded', ...array_values($headers));
        $nobodys = str_repeat('A', 43);

        return [
            'an unknown path of the API' => ['/nothing/here', 404, []],
            'a write to an unknown path' => ['/nothing/here', 404, $json('{}')],
            'an unknown path elsewhere' => ['//wp-login.php', 404, []],
            'another method' => ['/recoveries', 405, []],
            'no session' => ['/session', 401, []],
            'an operator without a session' => ['/accounts', 401, []],
            'a session nobody has' => ['/session', 401, [CURLOPT_HTTPHEADER => ["Cookie: __Host-kennel-pages={$nobodys}"]]],
            'a body that is no JSON' => ['/recoveries', 400, $json('{')],
            'a body with mistakes' => ['/recoveries', 422, $json('{"emial":"a"}')],
            'a link nobody was sent' => ['/verifications/inspect', 422, $json('{"token":"x"}')],
            'a sign-up with mistakes' => ['/signups', 422, $json('{"app":"gaugebook","emial":"a"}')],
            'a sign-in with mistakes' => ['/sessions', 422, $json('{"emial":"a"}')],
            'another site' => ['/recoveries', 403, $json('{}', 'Origin: https://evil.example')],
            'an access token nobody has' => ['//oauth/userinfo', 401, [CURLOPT_HTTPHEADER => ["Authorization: Bearer {$nobodys}"]]],
            'an unknown app' => ['//oauth/token', 401, $form('grant_type=client_credentials&client_id=nobody&client_secret=x')],
            'a wrong client secret' => ['//oauth/token', 401, $form('grant_type=client_credentials', 'Authorization: Basic '.base64_encode("gaugebook:{$nobodys}"))],
        ];
    }

    /**
     * @param  array<int, mixed>  $options
     * @return float milliseconds
     */
    private static function took(string $address, array $options, int $status): float
    {
        static $handle = null;
        $handle ??= curl_init();
        curl_reset($handle);
        curl_setopt_array($handle, [CURLOPT_URL => $address, CURLOPT_RETURNTRANSFER => true, CURLOPT_TIMEOUT => 20] + $options);
        $began = hrtime(true);
        curl_exec($handle);
        $milliseconds = (hrtime(true) - $began) / 1e6;
        $answered = (int) curl_getinfo($handle, CURLINFO_RESPONSE_CODE);

        return $answered === $status ? $milliseconds : throw new \RuntimeException("{$address} answered {$answered}, not {$status}.");
    }
}
