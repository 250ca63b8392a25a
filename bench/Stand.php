<?php

declare(strict_types=1);

namespace Kennel\Bench;

use Kennel\Tests\Browser\Support\FreePort;
use Kennel\Tests\Browser\Support\ProcessGroup;
use Kennel\Tests\Support\InForce;

/** nginx and php-fpm over one data set, as one would run Kennel: four static children, opcache with what is preloaded, cached configuration. */
final class Stand
{
    private const KEY = 'base64:YmVuY2gtb25seS1rZXktMzItYnl0ZXMtbG9uZy1hYmM=';

    /** @var list<resource> */
    private array $processes = [];

    /** @param  array<string, string>  $settings  of the environment */
    private function __construct(private readonly string $data, private readonly string $run, public readonly int $port, private readonly array $settings = [])
    {
    }

    /**
     * @param  array<string, mixed>|null  $bots  rules against programs, in the place of the demo's
     * @param  array<string, string>  $settings  of the environment
     * @param  bool  $isThrottled  whether limits and brakes are on; off, since all that is measured comes from one source
     */
    public static function start(int $accounts, ?array $bots = null, array $settings = [], bool $isThrottled = false): self
    {
        $data = self::seeded($accounts);
        $run = sys_get_temp_dir().'/kennel-bench-'.bin2hex(random_bytes(6));
        mkdir($run);
        $stand = new self($data, $run, FreePort::find(), $settings);
        register_shutdown_function($stand->stop(...));
        $rules = json_decode((string) file_get_contents("{$data}/rules.seeded.json"), true, flags: JSON_THROW_ON_ERROR);
        $rules['signup']['bots'] = array_replace($rules['signup']['bots'], $bots ?? []);
        $rules['throttles'] = array_replace_recursive($rules['throttles'], $isThrottled ? [] : InForce::UNTHROTTLED);
        $rules['messages'] = array_replace_recursive($rules['messages'], InForce::ALL_MAIL);
        InForce::write($stand->database(), $rules);
        $stand->artisan('optimize', '--except=events,views');
        $stand->serve();

        return $stand;
    }

    /** The demo's organisation and a handful of accounts, in a copy of its own; nothing is served. */
    public static function small(): self
    {
        $data = sys_get_temp_dir().'/kennel-bench-'.bin2hex(random_bytes(6));
        exec('cp -r '.escapeshellarg(self::seeded(10)).' '.escapeshellarg($data));
        $stand = new self($data, $data, 0);
        register_shutdown_function($stand->stop(...));

        return $stand;
    }

    /** @return array<string, mixed> the rule book in force */
    public function rules(): array
    {
        return InForce::read($this->database());
    }

    public function url(string $path): string
    {
        return "http://127.0.0.1:{$this->port}/api/v1{$path}";
    }

    public function site(string $path): string
    {
        return "http://localhost:{$this->port}{$path}";
    }

    /** @return string a keeper's cookie */
    public function signIn(string $surface = 'console'): string
    {
        $answer = $this->request('POST', '/sessions', ['email' => 'maren@alderwend.example', 'password' => 'heron weir lantern'], ["Kennel-Surface: {$surface}"]);
        preg_match('/__Host-kennel-'.$surface.'=([A-Za-z0-9_-]{43})/', $answer['headers'], $found);

        return $found[1] ?? throw new \RuntimeException('The bench could not sign in: '.$answer['body']);
    }

    /** @return string the header of a device on which the keeper has signed in before: on another one every sign-in writes a message to its holder */
    public function knownDevice(): string
    {
        $answer = $this->request('POST', '/sessions', ['email' => 'maren@alderwend.example', 'password' => 'heron weir lantern']);
        preg_match('/__Host-kennel-device=[A-Za-z0-9_-]{43}/', $answer['headers'], $found);

        return 'Cookie: '.($found[0] ?? throw new \RuntimeException('The bench could not sign in: '.$answer['body']));
    }

    /**
     * @param  array<string, mixed>|null  $body
     * @param  list<string>  $headers
     * @return array{status: int, headers: string, body: string, milliseconds: float}
     */
    public function request(string $method, string $path, ?array $body = null, array $headers = []): array
    {
        $handle = curl_init($this->url($path));
        $options = [CURLOPT_CUSTOMREQUEST => $method, CURLOPT_RETURNTRANSFER => true, CURLOPT_HEADER => true, CURLOPT_HTTPHEADER => $headers];
        if ($body !== null) {
            $options[CURLOPT_POSTFIELDS] = json_encode((object) $body, JSON_THROW_ON_ERROR);
            $options[CURLOPT_HTTPHEADER] = [...$headers, 'Content-Type: application/json'];
        }
        curl_setopt_array($handle, $options);
        $began = hrtime(true);
        $answer = (string) curl_exec($handle);
        $milliseconds = (hrtime(true) - $began) / 1e6;
        $size = (int) curl_getinfo($handle, CURLINFO_HEADER_SIZE);

        return ['status' => (int) curl_getinfo($handle, CURLINFO_RESPONSE_CODE), 'headers' => substr($answer, 0, $size), 'body' => substr($answer, $size), 'milliseconds' => $milliseconds];
    }

    /**
     * @param  list<string>  $options
     * @return float requests per second, by wrk
     */
    public function throughput(string $path, int $seconds, int $connections, array $options = []): float
    {
        $command = ['wrk', '-t1', "-c{$connections}", "-d{$seconds}s", ...$options, str_starts_with($path, '/oauth/') ? $this->site($path) : $this->url($path)];
        $output = (string) shell_exec(implode(' ', array_map(escapeshellarg(...), $command)).' 2>&1');
        if (preg_match('/Requests\/sec:\s+([\d.]+)/', $output, $found) !== 1 || str_contains($output, 'Non-2xx')) {
            throw new \RuntimeException("wrk: {$output}");
        }

        return (float) $found[1];
    }

    public function work(string $queue): void
    {
        $this->begin(['php', 'artisan', 'queue:work', $queue, '--sleep=0.1', '--quiet']);
    }

    public function stop(): void
    {
        foreach ($this->processes as $process) {
            ProcessGroup::end($process, SIGTERM);
        }
        $this->processes = [];
        exec('rm -rf '.escapeshellarg($this->run));
    }

    /** Data of one size is made once and kept, until the code that makes it changes. */
    private static function seeded(int $accounts): string
    {
        $root = dirname(__DIR__);
        $code = shell_exec('cat '.escapeshellarg($root).'/database/demo/*.php '.escapeshellarg($root).'/database/migrations/*.php '.escapeshellarg($root).'/config/rules.php | sha256sum');
        $data = "{$root}/.cache/bench/{$accounts}-".substr((string) $code, 0, 12);
        $stand = new self($data, '', 0);
        if (! is_file("{$data}/seeded")) {
            // What other code made is of no more use.
            exec('rm -rf '.escapeshellarg("{$root}/.cache/bench/{$accounts}-").'*');
            mkdir($data, 0777, true);
            $stand->artisan('kennel:install', '--data-only');
            $stand->artisan('kennel:demo-seed', "--accounts={$accounts}");
            file_put_contents("{$data}/rules.seeded.json", json_encode(InForce::read($stand->database()), JSON_THROW_ON_ERROR));
            touch("{$data}/seeded");
        }

        return $data;
    }

    private function serve(): void
    {
        $root = dirname(__DIR__);
        $socket = "{$this->run}/fpm.sock";
        $user = posix_geteuid() === 0 ? "user = root\ngroup = root\n" : '';
        file_put_contents("{$this->run}/fpm.conf", "[global]\ndaemonize = no\nerror_log = {$this->run}/fpm.log\n[kennel]\n{$user}listen = {$socket}\npm = static\npm.max_children = 4\nclear_env = no\n");
        $worker = posix_geteuid() === 0 ? 'user root;' : '';
        file_put_contents("{$this->run}/nginx.conf", <<<CONF
            daemon off; {$worker} worker_processes 1; pid {$this->run}/nginx.pid; error_log {$this->run}/nginx.log;
            events { worker_connections 256; }
            http {
                access_log off; client_body_temp_path {$this->run}/b; proxy_temp_path {$this->run}/p; fastcgi_temp_path {$this->run}/f; uwsgi_temp_path {$this->run}/u; scgi_temp_path {$this->run}/s;
                types { text/javascript js; text/css css; font/woff2 woff2; image/svg+xml svg; }
                server {
                    listen 127.0.0.1:{$this->port}; set_real_ip_from 127.0.0.1; real_ip_header X-Forwarded-For; root {$root}/public;
                    location / { try_files \$uri @kennel; }
                    location @kennel { fastcgi_pass unix:{$socket}; include /etc/nginx/fastcgi_params; fastcgi_param SCRIPT_FILENAME {$root}/public/index.php; fastcgi_param HTTP_HOST \$http_host; }
                }
            }
            CONF);
        $this->begin(['php-fpm8.2', '-F', '-R', '-y', "{$this->run}/fpm.conf", '-d', 'opcache.validate_timestamps=0', '-d', 'pcov.enabled=0', '-d', 'opcache.preload='.dirname(__DIR__).'/bootstrap/preload.php', ...posix_geteuid() === 0 ? ['-d', 'opcache.preload_user=root'] : []]);
        for ($try = 0; $try < 200 && ! file_exists($socket); $try++) {
            usleep(20_000);
        }
        $this->begin(['nginx', '-c', "{$this->run}/nginx.conf", '-e', "{$this->run}/nginx.log"]);
        FreePort::awaitListener($this->port);
    }

    /** @return string what it wrote */
    public function artisan(string ...$arguments): string
    {
        $process = proc_open(['php', '-d', 'memory_limit=3G', 'artisan', ...$arguments], [1 => ['pipe', 'w']], $pipes, dirname(__DIR__), $this->environment());
        $output = $process === false ? '' : (string) stream_get_contents($pipes[1]);
        if ($process === false || proc_close($process) !== 0) {
            throw new \RuntimeException("php artisan {$arguments[0]} failed. {$output}");
        }

        return $output;
    }

    public function database(): \PDO
    {
        return new \PDO("sqlite:{$this->data}/kennel.sqlite");
    }

    public function file(string $name): string
    {
        return "{$this->data}/{$name}";
    }

    /** @param  list<string>  $command */
    private function begin(array $command): void
    {
        $log = ['file', "{$this->run}/processes.log", 'a'];
        $process = proc_open(['setsid', ...$command], [['file', '/dev/null', 'r'], $log, $log], $pipes, dirname(__DIR__), $this->environment());
        $this->processes[] = $process !== false ? $process : throw new \RuntimeException("{$command[0]} could not be started.");
    }

    /** @return array<string, string> */
    private function environment(): array
    {
        return [
            'APP_ENV' => 'production', 'APP_KEY' => self::KEY, 'APP_URL' => $this->port === 0 ? 'http://localhost:8080' : $this->site(''),
            'KENNEL_BENCH' => '1', 'KENNEL_DEMO' => '1', 'KENNEL_DATA' => $this->data, 'KENNEL_DATABASE' => "{$this->data}/kennel.sqlite",
            'APP_CONFIG_CACHE' => "{$this->data}/framework/config.php", 'APP_ROUTES_CACHE' => "{$this->data}/framework/routes.php",
            'APP_EVENTS_CACHE' => "{$this->data}/framework/events.php", 'PATH' => getenv('PATH').':/usr/sbin',
            'KENNEL_SENDER' => 'accounts@alderwend.example', ...$this->settings,
        ];
    }
}
