<?php

declare(strict_types=1);

namespace Kennel\Bench;

use Kennel\Tests\Browser\Support\Browser;

/** What bin/bench measures. Each pair is taken in turns, so that a machine that slows down slows both. */
final class Measures
{
    private const ROUNDS = 7;

    public const ABOUT = [
        'sign-in' => 'sign-ins a second, beside bare password_verify',
        'session' => 'the current session, beside an empty route',
        'accounts' => 'lists and searches, 100 000 accounts beside 1 000',
        ...SigninMeasures::ABOUT,
        ...TokenMeasures::ABOUT,
        ...RefusalMeasures::ABOUT,
        ...DeskMeasures::ABOUT,
        ...AccessMeasures::ABOUT,
        ...MailMeasures::ABOUT,
        'discreet' => 'how far answers for known and unknown addresses are apart',
        'size' => 'script of the first views, compressed as it is sent (Brotli), and of each part that is loaded later',
        'interaction' => 'from a click or key to the text on screen',
        'sign-up' => 'sign-ups a second, beside bare password_hash',
        'verdict' => 'a verdict while somebody types, above an empty route',
        'impact' => 'a draft over 100 000 accounts',
        'work' => 'proof of work in this browser, beside what is said of a slow phone',
        'import' => 'imported rows, beside bare inserts of the same',
        'blocklist' => 'one look into the list of common passwords, one estimate',
        'refusal' => 'refused sign-ins against hashes of other kinds',
        'relay' => 'sign-in and sign-up while the relay stalls, beside the same without mail',
        'durability' => 'what synchronous = FULL costs, beside NORMAL',
        ...SeedingMeasures::ABOUT,
    ];

    /** @return array<string, \Closure(): list<Figure>> */
    public static function all(): array
    {
        return [
            'sign-in' => self::signIn(...),
            'session' => self::session(...),
            'accounts' => self::accounts(...),
            ...SigninMeasures::all(),
            ...TokenMeasures::all(),
            ...RefusalMeasures::all(),
            ...DeskMeasures::all(),
            ...AccessMeasures::all(), ...MailMeasures::all(),
            'discreet' => self::discreet(...),
            'size' => self::size(...),
            'interaction' => self::interaction(...),
            ...SignupMeasures::all(),
            ...PasswordMeasures::all(),
            ...FaultMeasures::all(),
            ...SeedingMeasures::all(),
        ];
    }

    /** @return list<Figure> */
    private static function signIn(): array
    {
        // With its brakes, which count before a password is looked at.
        $stand = Stand::start(640, isThrottled: true);
        $script = (string) tempnam(sys_get_temp_dir(), 'wrk');
        file_put_contents($script, 'wrk.method = "POST"; wrk.headers["Content-Type"] = "application/json"; wrk.body = \'{"email":"maren@alderwend.example","password":"heron weir lantern"}\'');
        $known = ['-H', $stand->knownDevice()];
        $ratios = $onNew = [];
        for ($round = 0; $round < self::ROUNDS; $round++) {
            $bare = Bare::perSecond('password_verify("heron weir lantern", $hash);', 4);
            $ratios[] = $stand->throughput('/sessions', 4, 4, ['-s', $script, ...$known]) / $bare;
            $onNew[] = $stand->throughput('/sessions', 4, 4, ['-s', $script]) / $bare;
        }
        unlink($script);
        $stand->stop();

        return [
            Figure::atLeast('sign-in / bare password_verify', Figure::median($ratios), 0.9),
            // With the message that its holder gets of it.
            Figure::atLeast('sign-in on a new device / bare password_verify', Figure::median($onNew), 0.8),
        ];
    }

    /** @return list<Figure> */
    private static function session(): array
    {
        $stand = Stand::start(640);
        $cookie = $stand->signIn('pages');
        $with = ['-H', "Cookie: __Host-kennel-pages={$cookie}"];
        $stand->throughput('/session', 1, 4, $with);
        $ratios = [];
        for ($round = 0; $round < self::ROUNDS; $round++) {
            $empty = $stand->throughput('/bench/empty', 3, 4);
            $ratios[] = $stand->throughput('/session', 3, 4, $with) / $empty;
        }
        $stand->stop();

        return [Figure::atLeast('current session / empty route', Figure::median($ratios), 0.65)];
    }

    /** @return list<Figure> */
    private static function accounts(): array
    {
        $small = Stand::start(1_000);
        $large = Stand::start(100_000);
        $cookies = [$small->signIn(), $large->signIn()];
        $compare = static function (string $path) use ($small, $large, $cookies): float {
            $times = [[], []];
            for ($try = 0; $try < 40; $try++) {
                foreach ([$small, $large] as $which => $stand) {
                    $times[$which][] = self::read($stand, $path, $cookies[$which])['milliseconds'];
                }
            }

            return Figure::median($times[1]) / Figure::median($times[0]);
        };
        $figures = [
            Figure::atMost('accounts, first page, 100 k / 1 k', $compare('/accounts'), 3),
            Figure::atMost('accounts, by status, 100 k / 1 k', $compare('/accounts?sort=name&where='.rawurlencode('[["status","is","suspended"]]')), 3),
            Figure::atMost('search, frequent word, 100 k / 1 k', $compare('/accounts?q=mar'), 3),
            Figure::atMost('search, two words, 100 k / 1 k', $compare('/accounts?q=maren+thist&sort=name'), 3),
            Figure::atMost('search, one letter, 100 k / 1 k', $compare('/accounts?q=a'), 3),
        ];
        $cursor = null;
        for ($page = 1; $page < 500; $page++) {
            $cursor = json_decode(self::read($large, '/accounts?sort=name'.($cursor === null ? '' : "&cursor={$cursor}"), $cookies[1])['body'])->next;
        }
        $times = [[], []];
        for ($try = 0; $try < 40; $try++) {
            $times[0][] = self::read($large, '/accounts?sort=name', $cookies[1])['milliseconds'];
            $times[1][] = self::read($large, "/accounts?sort=name&cursor={$cursor}", $cookies[1])['milliseconds'];
        }
        $small->stop();
        $large->stop();

        return [...$figures, Figure::atMost('accounts, page 500 / page 1', Figure::median($times[1]) / Figure::median($times[0]), 1.15)];
    }

    /**
     * How far the answers to a known and an unknown address are apart, in parts of the whole.
     *
     * @return list<Figure>
     */
    private static function discreet(): array
    {
        // Without the guards against programs: they come before, and are the same for both.
        $stand = Stand::start(640, SignupMeasures::GUARDS_OFF);
        $database = $stand->database();
        // Each is asked once: whoever was mailed a moment ago is in their cool-down, and both sides would be decoys.
        $active = $database->query("SELECT email FROM accounts WHERE status = 'active' AND email NOT LIKE '%+%' ORDER BY seq LIMIT 400")->fetchAll(\PDO::FETCH_COLUMN);
        $apart = static function (string $path, array $body, array $known) use ($stand): float {
            $times = ['known' => [], 'unknown' => []];
            foreach ($known as $try => $email) {
                $pair = ['known' => $email, 'unknown' => uniqid('nobody', true).'@alderwend.example'];
                // Each goes first in turn: whatever the machine does every so often then meets both.
                foreach ($try % 2 === 0 ? $pair : array_reverse($pair) as $which => $address) {
                    $answer = $stand->request('POST', $path, ['email' => $address] + $body);
                    $times[$which][] = in_array($answer['status'], [202, 401], true) ? $answer['milliseconds'] : throw new \RuntimeException("{$path}: {$answer['body']}");
                }
            }
            // The median of the differences pair by pair: a machine that slows down for a while slows both of a pair.
            $differences = array_map(static fn (float $one, float $other): float => $one - $other, $times['known'], $times['unknown']);

            return abs(Figure::median($differences)) / Figure::median($times['unknown']);
        };
        $signup = ['app' => 'gaugebook', 'name' => 'Nobody', 'password' => 'slow green otters swim', 'terms' => '2026-09-03'];
        $some = static fn (int $from, int $count = 200): array => array_slice($active, $from, $count);
        $figures = [
            Figure::atMost('sign-in, known and unknown apart', $apart('/sessions', ['password' => 'not this one'], array_fill(0, 200, 'oriel@alderwend.example')), 0.03),
            Figure::atMost('recovery, known and unknown apart', $apart('/recoveries', [], $some(0)), 0.03),
            Figure::atMost('sign-in by mail, known and unknown apart', $apart('/signins/mail', ['app' => 'gaugebook'], $some(0)), 0.03),
            Figure::atMost('sign-up, known and unknown apart', $apart('/signups', $signup, $some(200)), 0.03),
        ];
        // Two hundred who signed up and did not prove their address, long enough ago to be sent another link.
        $unproven = array_map(static fn (int $n): string => uniqid("unproven{$n}").'@alderwend.example', range(1, 200));
        array_map(static fn (string $email) => $stand->request('POST', '/signups', ['email' => $email] + $signup), $unproven);
        $database->exec("UPDATE challenges SET created_at = '2020-01-01T00:00:00.000Z' WHERE address LIKE 'unproven%'");
        $figures[] = Figure::atMost('resend, known and unknown apart', $apart('/verifications', [], $unproven), 0.03);
        $figures[] = Figure::atMost('sign-up, claimed and unknown apart', $apart('/signups', $signup, $unproven), 0.03);
        $stand->stop();

        return $figures;
    }

    /**
     * The first view of each surface, and what each part that is loaded when it is shown adds to it.
     *
     * @return list<Figure>
     */
    private static function size(): array
    {
        $figures = [];
        foreach (['console' => 110, 'pages' => 75] as $surface => $bound) {
            $entry = "resources/ui/{$surface}/main.tsx";
            $first = self::files($entry);
            $figures[] = Figure::atMost("{$surface}, first view", self::kilobytes($first), $bound, ' kB');
            foreach (self::later($entry) as $name) {
                // An editor is a program of its own, and comes when somebody opens one.
                $most = str_contains($name, '/kit/editor/') ? 110 : 60;
                $figures[] = Figure::atMost("{$surface}, ".basename($name, '.tsx'), self::kilobytes(array_diff(self::files($name), $first)), $most, ' kB more');
            }
        }

        return $figures;
    }

    /** @return array<string, array{file: string, imports?: list<string>, dynamicImports?: list<string>, isDynamicEntry?: bool}> */
    private static function manifest(): array
    {
        return json_decode((string) file_get_contents(__DIR__.'/../public/build/manifest.json'), true, flags: JSON_THROW_ON_ERROR);
    }

    /** @return list<string> of scripts, that one and all it cannot begin without */
    private static function files(string $name): array
    {
        $manifest = self::manifest();
        $files = [];
        $waiting = [$name];
        while (($next = array_shift($waiting)) !== null) {
            $files[$manifest[$next]['file']] = true;
            $waiting = [...$waiting, ...array_filter($manifest[$next]['imports'] ?? [], static fn (string $one): bool => ! isset($files[$manifest[$one]['file']]))];
        }

        return array_keys($files);
    }

    /** @return list<string> every part that is reached from it by loading, in order of its name */
    private static function later(string $entry): array
    {
        $manifest = self::manifest();
        $seen = [];
        $waiting = [$entry];
        while (($next = array_shift($waiting)) !== null) {
            if (! isset($seen[$next])) {
                $seen[$next] = true;
                $waiting = [...$waiting, ...$manifest[$next]['imports'] ?? [], ...$manifest[$next]['dynamicImports'] ?? []];
            }
        }
        $later = array_filter(array_keys($seen), static fn (string $name): bool => ($manifest[$name]['isDynamicEntry'] ?? false) === true);
        sort($later);

        return $later;
    }

    /** @param  array<string>  $files */
    private static function kilobytes(array $files): float
    {
        return array_sum(array_map(static fn (string $file): int => (int) filesize(__DIR__."/../public/build/{$file}.br"), $files)) / 1000;
    }

    /**
     * From the click or key to the text on screen, in Chromium, medians.
     *
     * @return list<Figure>
     */
    private static function interaction(): array
    {
        $stand = Stand::start(640);
        $browser = Browser::open();
        $browser->driver->manage()->timeouts()->setScriptTimeout(20);
        $browser->visit($stand->site('/console'))->press('Fill them in')->press('Sign in')->see('Needs you');
        $browser->visit($stand->site('/console/accounts'))->see('50 shown');
        $times = ['open an account' => [], 'search by a letter' => []];
        for ($try = 1; $try <= 15; $try++) {
            $times['open an account'][] = self::timed($browser, "document.querySelectorAll('[data-row]')[{$try}].click()", "document.querySelector('[aria-label=\"One account\"] dl') && document.querySelector('[data-row][aria-current]') === document.querySelectorAll('[data-row]')[{$try}] && document.querySelector('[aria-label=\"One account\"] h2').textContent === document.querySelectorAll('[data-row]')[{$try}].textContent");
            usleep(150_000);
        }
        foreach (['m', 'o', 'ma', 's', 'th', 'a', 'k', 'br', 'f', 'g', 'h', 'x', 'y'] as $letters) {
            $type = "const box = document.querySelector('[type=search]'); Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(box, '{$letters}'); box.dispatchEvent(new Event('input', { bubbles: true })); const before = document.querySelector('[role=status]').textContent; window.before = before";
            $times['search by a letter'][] = self::timed($browser, $type, "document.querySelector('[role=status]').textContent !== window.before");
            usleep(150_000);
        }
        $browser->close();
        $stand->stop();

        return array_map(static fn (string $name, array $values): Figure => Figure::atMost($name.' / 100 ms', Figure::median($values) / 100, 1), array_keys($times), $times);
    }

    private static function timed(Browser $browser, string $act, string $until): float
    {
        return (float) $browser->driver->executeAsyncScript("const done = arguments[0]; const began = performance.now(); {$act}; const look = () => ({$until}) ? done(performance.now() - began) : requestAnimationFrame(look); look()");
    }

    /** @return array{status: int, headers: string, body: string, milliseconds: float} */
    public static function read(Stand $stand, string $path, string $cookie): array
    {
        $answer = $stand->request('GET', $path, null, ["Cookie: __Host-kennel-console={$cookie}", 'Kennel-Surface: console']);

        return $answer['status'] === 200 ? $answer : throw new \RuntimeException($answer['body']);
    }
}
