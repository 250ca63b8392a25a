<?php

declare(strict_types=1);

namespace Kennel\Bench;

/** What scanners and broken clients cost: answers that refuse, beside an empty route. */
final class RefusalMeasures
{
    public const ABOUT = ['refusals' => 'answers that refuse without a hash, beside an empty route'];

    private const ROUNDS = 2;

    private const AT_LEAST = 0.7;

    /** One statement and a digest. */
    private const WRONG_SECRET = 0.55;

    /** @return array<string, \Closure(): list<Figure>> */
    public static function all(): array
    {
        return ['refusals' => self::refusals(...)];
    }

    /** @return list<Figure> */
    private static function refusals(): array
    {
        $stand = Stand::start(640);
        $ratios = [];
        $requests = self::requests();
        foreach ($requests as $name => [$path, $script]) {
            $options = $script === null ? [] : ['-s', self::script($script)];
            $stand->throughput($path, 1, 4, $options, isRefused: true);
            for ($round = 0; $round < self::ROUNDS; $round++) {
                $empty = $stand->throughput('/bench/empty', 1, 4);
                $ratios[$name][] = $stand->throughput($path, 1, 4, $options, isRefused: true) / $empty;
            }
        }
        $stand->stop();

        return array_values(array_map(
            static fn (string $name, array $measured): Figure => Figure::atLeast("{$name} / empty route", Figure::median($measured), $name === 'a wrong client secret' ? self::WRONG_SECRET : self::AT_LEAST),
            array_keys($ratios),
            $ratios,
        ));
    }

    /** @return array<string, array{string, string|null}> path, and what wrk is told by a script */
    private static function requests(): array
    {
        $json = static fn (string $body): string => "wrk.method = \"POST\"; wrk.headers[\"Content-Type\"] = \"application/json\"; wrk.body = '{$body}'";
        $form = static fn (string $body, string $header = ''): string => "wrk.method = \"POST\"; wrk.headers[\"Content-Type\"] = \"application/x-www-form-urlencoded\"; wrk.body = '{$body}'; {$header}";

        return [
            'an unknown path of the API' => ['/nothing/here', null],
            'a write to an unknown path' => ['/nothing/here', $json('{}')],
            'an unknown path elsewhere' => ['//wp-login.php', null],
            'another method' => ['/recoveries', null],
            'no session' => ['/session', null],
            'an operator without a session' => ['/accounts', null],
            'a session nobody has' => ['/session', 'wrk.headers["Cookie"] = "__Host-kennel-pages='.str_repeat('A', 43).'"'],
            'a body that is no JSON' => ['/recoveries', $json('{')],
            'a body with mistakes' => ['/recoveries', $json('{"emial":"a"}')],
            'another site' => ['/recoveries', 'wrk.method = "POST"; wrk.headers["Origin"] = "https://evil.example"'],
            'an access token nobody has' => ['//oauth/userinfo', 'wrk.headers["Authorization"] = "Bearer '.str_repeat('A', 43).'"'],
            'an unknown app' => ['//oauth/token', $form('grant_type=client_credentials&client_id=nobody&client_secret=x')],
            'a wrong client secret' => ['//oauth/token', $form('grant_type=client_credentials', 'wrk.headers["Authorization"] = "Basic '.base64_encode('gaugebook:'.str_repeat('A', 43)).'"')],
        ];
    }

    private static function script(string $lua): string
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'wrk');
        file_put_contents($file, $lua);
        register_shutdown_function(static fn () => @unlink($file));

        return $file;
    }
}
