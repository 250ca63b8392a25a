<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Support;

/** A whole Kennel on a free port with data of its own: server, worker, and the demo's organisation or scenario. */
final class Server
{
    /** @var list<resource> */
    private array $processes = [];

    private function __construct(public readonly string $directory, public readonly int $port)
    {
    }

    /** @param  int  $accounts the scenario's size; 0 for the apps and roles alone */
    public static function start(int $accounts = 0, bool $worker = true): self
    {
        $server = new self(sys_get_temp_dir().'/kennel-test-'.bin2hex(random_bytes(6)), FreePort::find());
        foreach (['framework/cache/data', 'framework/views', 'logs', 'app'] as $folder) {
            mkdir("{$server->directory}/{$folder}", 0700, true);
        }
        (new \PDO("sqlite:{$server->directory}/kennel.sqlite"))->exec('PRAGMA journal_mode = WAL');
        register_shutdown_function($server->stop(...));
        $server->artisan('migrate', '--force');
        $server->artisan('kennel:demo-seed', '--accounts='.max(10, $accounts));
        $server->serve();
        if ($worker) {
            $server->work();
        }

        return $server;
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

    public function serve(): void
    {
        $this->begin(['php', '-d', 'opcache.enable_cli=1', '-S', "127.0.0.1:{$this->port}", '-t', 'public', 'bin/support/router.php'], ['PHP_CLI_SERVER_WORKERS' => '4']);
        FreePort::awaitListener($this->port);
    }

    public function work(): void
    {
        $this->begin(['php', 'artisan', 'queue:work', '--sleep=0.1', '--quiet']);
    }

    /** Ends everything at once, as a power cut would; the data stays. */
    public function kill(): void
    {
        foreach ($this->processes as $process) {
            posix_kill(-proc_get_status($process)['pid'], SIGKILL);
            proc_close($process);
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
        $process = proc_open(['php', 'artisan', ...$arguments, '--quiet'], [], $pipes, $this->root(), $this->environment());
        if ($process === false || proc_close($process) !== 0) {
            throw new \RuntimeException("php artisan {$arguments[0]} failed.");
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
        $multi = curl_multi_init();
        $handles = [];
        foreach ($bodies as $body) {
            $handle = curl_init("http://127.0.0.1:{$this->port}/api/v1{$path}");
            curl_setopt_array($handle, [CURLOPT_POSTFIELDS => json_encode($body, JSON_THROW_ON_ERROR), CURLOPT_HTTPHEADER => ['Content-Type: application/json'], CURLOPT_RETURNTRANSFER => true, CURLOPT_TIMEOUT => 60]);
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
            'APP_KEY' => 'base64:dGVzdHMtb25seS1rZXktMzItYnl0ZXMtbG9uZy1hYmM=',
            'APP_URL' => $this->url(),
            'KENNEL_DEMO' => '1',
            'KENNEL_DATA' => $this->directory,
            'KENNEL_DATABASE' => "{$this->directory}/kennel.sqlite",
            'KENNEL_RETRY_AFTER' => '3',
            'LOG_CHANNEL' => 'single',
            'CACHE_STORE' => 'file',
            'PATH' => (string) getenv('PATH'),
        ];
    }

    private function root(): string
    {
        return dirname(__DIR__, 3);
    }
}
