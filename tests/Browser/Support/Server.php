<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Support;

use Illuminate\Encryption\Encrypter;
use Kennel\Core\Foundation\Secrets\Token;
use Kennel\Core\Registration\Signup\ProofOfWork;
use Kennel\Demo\DemoKeeper;
use Kennel\Tests\Support\InForce;

/** A whole Kennel on a free port with data of its own: server, worker, and the demo's organisation or scenario. */
final class Server
{
    private const KEY = 'base64:dGVzdHMtb25seS1rZXktMzItYnl0ZXMtbG9uZy1hYmM=';

    /** @var list<resource> */
    private array $processes = [];

    private ?string $keepersCookie = null;

    /** @param  array<string, string>  $settings  of the environment, beside those every test server has */
    private function __construct(public readonly string $directory, public readonly int $port, private readonly array $settings)
    {
    }

    /**
     * @param  int  $accounts  the scenario's size
     * @param  array<string, string>  $settings  of the environment
     * @param  bool  $guarded  whether sign-ups need an opened form and hashes cost what the rules say; tests about other things do without
     */
    public static function start(int $accounts = 0, bool $worker = true, bool $guarded = true, array $settings = []): self
    {
        $server = self::unpacked($settings);
        $accounts = max(10, $accounts);
        SeededDatabase::copyTo("{$server->directory}/kennel.sqlite", $accounts, static function () use ($server, $accounts): void {
            $server->artisan('kennel:install', '--data-only');
            $server->artisan('kennel:demo-seed', "--accounts={$accounts}");
        });
        if (! $guarded) {
            $server->changeRules(static fn (array $rules): array => array_replace_recursive($rules, ['hashing' => ['memory' => 7168], 'signup' => ['bots' => ['trap' => false, 'minimum_time' => 'PT0S', 'work_bits' => 0, 'attempts' => 0]], 'throttles' => InForce::UNTHROTTLED, 'messages' => InForce::ALL_MAIL]));
        }
        // As it is served for real.
        $server->artisan('optimize', '--except=events,views');
        $server->serve();
        if ($worker) {
            $server->work();
        }

        return $server;
    }

    /** One that was unpacked and never installed: no database, no key, nobody. */
    public static function empty(): self
    {
        $server = self::unpacked(['APP_ENV' => 'production', 'APP_KEY' => '', 'KENNEL_DEMO' => '']);
        $server->serve();

        return $server;
    }

    /** @param  array<string, string>  $settings */
    private static function unpacked(array $settings): self
    {
        $server = new self(sys_get_temp_dir().'/kennel-test-'.bin2hex(random_bytes(6)), FreePort::find(), $settings);
        foreach (['framework/cache/data', 'framework/views', 'logs', 'app'] as $folder) {
            mkdir("{$server->directory}/{$folder}", 0700, true);
        }
        register_shutdown_function($server->stop(...));

        return $server;
    }

    /** @param  \Closure(array<string, mixed>): array<string, mixed>  $change  of the document in force, without a revision */
    public function changeRules(\Closure $change): void
    {
        $database = $this->database();
        InForce::write($database, $change(InForce::read($database)));
    }

    /**
     * Signs up as an app's own form would: opens a form, does the work, waits, and sends.
     *
     * @param  array<string, mixed>  $body
     * @return array{int, string}
     */
    public static function signUp(string $origin, array $body): array
    {
        $post = static function (string $path, array $sent) use ($origin): array {
            $handle = curl_init("{$origin}/api/v1{$path}");
            curl_setopt_array($handle, [CURLOPT_POSTFIELDS => json_encode($sent, JSON_THROW_ON_ERROR), CURLOPT_HTTPHEADER => ['Content-Type: application/json'], CURLOPT_RETURNTRANSFER => true, CURLOPT_TIMEOUT => 60]);
            $answer = (string) curl_exec($handle);

            return [(int) curl_getinfo($handle, CURLINFO_RESPONSE_CODE), $answer];
        };
        /** @var array{token: string, challenge: string, wait_seconds: int, work_bits: int} $form */
        $form = json_decode($post('/signups/forms', ['app' => $body['app']])[1], true, flags: JSON_THROW_ON_ERROR);
        $answer = 0;
        while (! ProofOfWork::isDone($form['challenge'], (string) $answer, $form['work_bits'])) {
            $answer++;
        }
        usleep($form['wait_seconds'] * 1_000_000 + 100_000);

        return $post('/signups', ['terms' => '2026-09-03', ...$body, 'form' => ['token' => $form['token'], 'trap' => '', 'answer' => (string) $answer]]);
    }

    public function url(string $path = ''): string
    {
        return "http://localhost:{$this->port}{$path}";
    }

    public function database(): \PDO
    {
        $database = new \PDO("sqlite:{$this->directory}/kennel.sqlite", options: [\PDO::ATTR_ERRMODE => \PDO::ERRMODE_EXCEPTION]);
        $database->exec('PRAGMA busy_timeout = 5000');

        return $database;
    }

    /** Waits until a query's first column is that number. */
    public function await(string $sql, int $number): void
    {
        $until = microtime(true) + Browser::PATIENCE;
        $ask = fn (): int => (int) $this->database()->query($sql)->fetchColumn();
        $is = $ask();
        while ($is !== $number && microtime(true) < $until) {
            usleep(50_000);
            $is = $ask();
        }
        if ($is !== $number) {
            throw new \RuntimeException("Waited in vain for {$number}, it is {$is}: {$sql}");
        }
    }

    public function serve(): void
    {
        $this->begin([...self::php(), '-S', "127.0.0.1:{$this->port}", '-t', 'public', 'bin/support/router.php'], ['PHP_CLI_SERVER_WORKERS' => '4']);
        FreePort::awaitListener($this->port);
    }

    public function work(string ...$queues): void
    {
        foreach ($queues === [] ? ['mail', 'long'] : $queues as $queue) {
            $this->begin([...self::php(), 'artisan', 'queue:work', $queue, '--sleep=0.1', '--quiet']);
        }
    }

    /** The college of the demo, whose students sign in by a provider of their own. @return string its address */
    public function serveProvider(): string
    {
        $port = FreePort::find();
        $this->begin(['php', '-S', "127.0.0.1:{$port}", 'bin/support/provider-stand-in.php'], ['KENNEL_PROVIDER' => "{$this->directory}/provider", 'KENNEL_PROVIDER_ISSUER' => "http://localhost:{$port}"]);
        FreePort::awaitListener($port);
        $college = ['key' => 'riverside', 'name' => 'Riverside College', 'issuer' => "http://localhost:{$port}", 'client_id' => 'kennel', 'authentication' => 'none', 'newcomers' => 'admitted'];
        $this->changeRules(static fn (array $rules): array => array_replace($rules, ['providers' => [$college], 'apps' => array_map(static fn (array $app): array => $app['key'] === 'gaugebook' ? ['providers' => ['riverside']] + $app : $app, $rules['apps'])]));

        return "http://localhost:{$port}";
    }

    /**
     * The two apps of examples/, registered and served as bin/demo does.
     *
     * @return array{string, string} where the web app is, and the single-page app
     */
    public function serveExamples(): array
    {
        [$gaugebook, $floodline] = ['127.0.0.1:'.FreePort::find(), '127.0.0.1:'.FreePort::find()];
        $more = [
            'gaugebook' => ['redirect_uris' => ["http://{$gaugebook}/signed-in"], 'post_logout_redirect_uris' => ["http://{$gaugebook}/"], 'backchannel_logout_uri' => "http://{$gaugebook}/signed-out"],
            'floodline' => ['redirect_uris' => ["http://{$floodline}/"], 'post_logout_redirect_uris' => ["http://{$floodline}/"], 'origins' => ["http://{$floodline}"]],
        ];
        $this->changeRules(static fn (array $rules): array => array_replace($rules, ['clients' => array_map(static fn (array $one): array => array_replace($one, $more[$one['key']] ?? []), $rules['clients'])]));
        $examples = dirname(__DIR__, 3).'/examples';
        $this->begin(['php', '-S', $gaugebook, '-t', "{$examples}/gaugebook/public", "{$examples}/gaugebook/public/index.php"], [
            'GAUGEBOOK_ISSUER' => $this->url(), 'GAUGEBOOK_CLIENT_ID' => 'gaugebook', 'GAUGEBOOK_SECRET' => $this->secretOf('gaugebook'), 'GAUGEBOOK_ADDRESS' => "http://{$gaugebook}", 'GAUGEBOOK_RESOURCE' => 'https://gaugebook.alderwend.example/api',
            'GAUGEBOOK_DATA' => "{$this->directory}/gaugebook",
        ]);
        $this->begin(['php', '-S', $floodline, '-t', "{$examples}/floodline/dist", "{$examples}/floodline/serve.php"], [
            'FLOODLINE_ISSUER' => $this->url(), 'FLOODLINE_CLIENT_ID' => 'floodline', 'FLOODLINE_RESOURCE' => 'https://floodline.alderwend.example/api', 'FLOODLINE_DATA' => "{$this->directory}/floodline",
        ]);
        array_map(static fn (string $one) => FreePort::awaitListener((int) explode(':', $one)[1]), [$gaugebook, $floodline]);

        return ["http://{$gaugebook}", "http://{$floodline}"];
    }

    /** A secret of the app's that the tests know. */
    public function secretOf(string $app): string
    {
        $secret = rtrim(strtr(base64_encode(hash('sha256', "tests only: {$app}", true)), '+/', '-_'), '=');
        $this->database()->prepare('INSERT OR IGNORE INTO app_secrets (id, app_key, digest, hint, created_by, created_at) VALUES (?, ?, ?, ?, ?, ?)')
            ->execute(['019a0f00-0000-7000-8000-'.substr(hash('sha256', $app), 0, 12), $app, hash('sha256', $secret), substr($secret, -4), 'the test', '2026-01-01T00:00:00.000Z']);

        return $secret;
    }

    /** Ends everything at once, as a power cut would; the data stays. */
    public function kill(): void
    {
        foreach ($this->processes as $process) {
            ProcessGroup::end($process);
        }
        $this->processes = [];
    }

    public function stop(): void
    {
        $this->kill();
        exec('rm -rf '.escapeshellarg($this->directory));
    }

    public function artisan(string ...$arguments): void
    {
        $process = proc_open([...self::php(), 'artisan', ...$arguments, '--quiet'], [], $pipes, $this->root(), $this->environment());
        if ($process === false || proc_close($process) !== 0) {
            throw new \RuntimeException("php artisan {$arguments[0]} failed.");
        }
    }

    /**
     * Runs all commands at once.
     *
     * @param  list<list<string>>  $commands
     * @return list<int> how each ended
     */
    public function artisanAll(array $commands): array
    {
        $processes = array_map(fn (array $arguments) => proc_open([...self::php(), 'artisan', ...$arguments], [1 => ['file', '/dev/null', 'w'], 2 => ['file', '/dev/null', 'w']], $pipes, $this->root(), $this->environment()), $commands);

        return array_map(static fn ($process): int => is_resource($process) ? proc_close($process) : -1, $processes);
    }

    /** The token of a message's link, which is sealed in the outbox. */
    public function tokenOf(string $messageId): string
    {
        preg_match('/#t=([A-Za-z0-9_-]{43})/', $this->textOf($messageId), $found);

        return $found[1] ?? throw new \RuntimeException('The message has no link.');
    }

    public function textOf(string $messageId): string
    {
        $sealed = $this->database()->prepare('SELECT sealed FROM messages WHERE id = ?');
        $sealed->execute([$messageId]);
        $parts = (new Encrypter((string) base64_decode(substr(self::KEY, strlen('base64:')), true), 'AES-256-GCM'))->decrypt((string) $sealed->fetchColumn());

        return (string) $parts['text'];
    }

    /** @param  string  $code  PHP that puts something into the queue */
    public function dispatch(string $code): void
    {
        $bootstrap = 'require "vendor/autoload.php"; $app = require "bootstrap/app.php"; $app->make(Illuminate\Contracts\Console\Kernel::class)->bootstrap(); ';
        $process = proc_open(['php', '-r', $bootstrap.$code], [], $pipes, $this->root(), $this->environment());
        if ($process === false || proc_close($process) !== 0) {
            throw new \RuntimeException('The queue was not reached.');
        }
    }

    /** @return string what the server logged as an error */
    public function errors(): string
    {
        $log = "{$this->directory}/logs/kennel.log";

        return is_file($log) ? (string) file_get_contents($log) : '';
    }

    /**
     * Sends all requests at once.
     *
     * @param  list<array<string, mixed>>  $bodies
     * @return list<array{int, string}> status and body of each
     */
    public function postAll(string $path, array $bodies): array
    {
        return $this->sendAll(array_map(static fn (array $body): array => ['POST', $path, $body, []], $bodies));
    }

    /** Signs in. @return string the cookie header of the session */
    public function cookieOf(string $email, string $password, string $surface = 'console'): string
    {
        $handle = curl_init("http://127.0.0.1:{$this->port}/api/v1/sessions");
        curl_setopt_array($handle, [CURLOPT_POSTFIELDS => json_encode(['email' => $email, 'password' => $password], JSON_THROW_ON_ERROR), CURLOPT_HTTPHEADER => ['Content-Type: application/json', "Kennel-Surface: {$surface}"], CURLOPT_RETURNTRANSFER => true, CURLOPT_HEADER => true, CURLOPT_TIMEOUT => 60]);
        preg_match("/__Host-kennel-{$surface}=[A-Za-z0-9_-]{43}/", (string) curl_exec($handle), $found);

        return 'Cookie: '.($found[0] ?? throw new \RuntimeException("{$email} could not sign in."));
    }

    /** Of the keeper's session at the console; a new one where that of before has ended, or proves nothing any more. */
    public function keepersCookie(): string
    {
        $token = $this->keepersCookie === null ? null : Token::read((string) substr(strrchr($this->keepersCookie, '=') ?: '', 1));
        $live = $this->database()->prepare('SELECT count(*) FROM sessions WHERE token_digest = ? AND ended_at IS NULL AND proven_at > ?');
        $live->execute([$token?->digest(), gmdate('Y-m-d\TH:i:s', time() - 300)]);

        return $live->fetchColumn() > 0 ? (string) $this->keepersCookie : $this->keepersCookie = $this->cookieOf(DemoKeeper::EMAIL, DemoKeeper::PASSWORD);
    }

    /**
     * @param  list<array{string, string, array<string, mixed>|null, list<string>}>  $requests  method, path, body, headers
     * @return list<array{int, string}> status and body of each
     */
    public function sendAll(array $requests): array
    {
        $multi = curl_multi_init();
        $handles = [];
        foreach ($requests as [$method, $path, $body, $headers]) {
            $handle = curl_init("http://127.0.0.1:{$this->port}/api/v1{$path}");
            curl_setopt_array($handle, [CURLOPT_CUSTOMREQUEST => $method, CURLOPT_HTTPHEADER => ['Content-Type: application/json', ...$headers], CURLOPT_RETURNTRANSFER => true, CURLOPT_TIMEOUT => 60]);
            if ($body !== null) {
                curl_setopt($handle, CURLOPT_POSTFIELDS, json_encode($body, JSON_THROW_ON_ERROR));
            }
            curl_multi_add_handle($multi, $handle);
            $handles[] = $handle;
        }
        do {
            curl_multi_exec($multi, $running);
            curl_multi_select($multi, 0.1);
        } while ($running > 0);

        return array_map(static fn (\CurlHandle $handle): array => [(int) curl_getinfo($handle, CURLINFO_RESPONSE_CODE), (string) curl_multi_getcontent($handle)], $handles);
    }

    /**
     * @param  list<string>  $command
     * @param  array<string, string>  $more
     */
    private function begin(array $command, array $more = []): void
    {
        $log = ['file', "{$this->directory}/logs/processes.log", 'a'];
        $process = proc_open(['setsid', ...$command], [['file', '/dev/null', 'r'], $log, $log], $pipes, $this->root(), $more + $this->environment());
        if ($process === false) {
            throw new \RuntimeException("{$command[0]} could not be started.");
        }
        $this->processes[] = $process;
    }

    /** @return array<string, string> */
    private function environment(): array
    {
        return [
            'APP_ENV' => 'demo',
            'APP_KEY' => self::KEY,
            'APP_URL' => $this->url(),
            'KENNEL_DEMO' => '1',
            'KENNEL_DATA' => $this->directory,
            'KENNEL_DATABASE' => "{$this->directory}/kennel.sqlite",
            'KENNEL_RETRY_AFTER' => '3',
            'KENNEL_SENDER' => 'accounts@alderwend.example',
            'KENNEL_SENDER_NAME' => 'Alder & Wend accounts',
            'APP_CONFIG_CACHE' => "{$this->directory}/framework/config.php",
            'APP_ROUTES_CACHE' => "{$this->directory}/framework/routes.php",
            'APP_EVENTS_CACHE' => "{$this->directory}/framework/events.php",
            'LOG_CHANNEL' => 'single',
            'CACHE_STORE' => 'file',
            'PATH' => (string) getenv('PATH'),
            ...$this->settings,
        ];
    }

    /** @return list<string> with the code compiled once for all servers and commands of this user */
    private static function php(): array
    {
        $folder = sys_get_temp_dir().'/kennel-opcache-'.posix_geteuid();
        is_dir($folder) || @mkdir($folder, 0o700);

        return ['php', '-d', 'opcache.enable_cli=1', '-d', "opcache.file_cache={$folder}"];
    }

    private function root(): string
    {
        return dirname(__DIR__, 3);
    }
}
