<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Deploy;

use Kennel\Tests\Browser\Support\FreePort;
use Kennel\Tests\Browser\Support\ProcessGroup;

/**
 * What deploy/ says, really started: php-fpm, workers and schedule by the units' own lines, nginx with the shipped files. Only what a
 * machine decides is another: folders, ports, and the user where that is root.
 */
final class Deployment
{
    public readonly string $directory;

    public readonly int $tls;

    public readonly int $front;

    private readonly int $plain;

    private readonly int $behind;

    /** @var array<string, resource> by unit */
    private array $processes = [];

    public function __construct()
    {
        $this->directory = sys_get_temp_dir().'/kennel-deploy-'.bin2hex(random_bytes(4));
        [$this->tls, $this->front, $this->plain, $this->behind] = [FreePort::find(), FreePort::find(), FreePort::find(), FreePort::find()];
        foreach (['etc/tls', 'etc/keys', 'data', 'run', 'nginx'] as $folder) {
            mkdir("{$this->directory}/{$folder}", 0o700, true);
        }
        $this->file('etc/kennel.env', (string) file_get_contents($this->root().'/deploy/kennel.env.example'));
        exec(sprintf(
            'openssl req -x509 -newkey rsa:2048 -nodes -days 2 -subj /CN=localhost -addext subjectAltName=DNS:localhost -keyout %1$s/key.pem -out %1$s/fullchain.pem 2>/dev/null',
            escapeshellarg("{$this->directory}/etc/tls"),
        ));
        register_shutdown_function($this->stop(...));
    }

    /**
     * Runs a command as deploy/artisan does for whoever keeps the service.
     *
     * @return array{int, string}
     */
    public function artisan(string ...$arguments): array
    {
        return $this->run([$this->root().'/deploy/artisan', ...$arguments]);
    }

    /** By the lines of its unit. */
    public function start(string $unit): void
    {
        $lines = $this->unit($unit);
        foreach ($lines['ExecStartPre'] ?? [] as $line) {
            [$status, $said] = $this->run($this->words($line));
            if ($status !== 0) {
                throw new \RuntimeException("{$unit}: {$line}: {$said}");
            }
        }
        foreach ($lines['ExecStart'] as $line) {
            $words = $this->words($line);
            if (str_contains($words[0], 'php-fpm')) {
                $this->file('php-fpm.conf', $this->rootRuns((string) file_get_contents($this->root().'/deploy/php-fpm/kennel.conf')));
                $words = [$words[0], ...posix_geteuid() === 0 ? ['--allow-to-run-as-root', '-d', 'opcache.preload_user=root'] : [], ...array_slice($words, 1, -1), "{$this->directory}/php-fpm.conf"];
            }
            $this->begin($unit, $words);
            if (str_contains($words[0], 'php-fpm')) {
                $this->awaitSocket();
            }
        }
    }

    /** What is preloaded is compiled first: until then nobody listens, and nginx says 502. */
    private function awaitSocket(): void
    {
        preg_match('/^listen = (.+)$/m', (string) file_get_contents("{$this->directory}/php-fpm.conf"), $listen);
        for ($try = 0; $try < 300; $try++) {
            $socket = @stream_socket_client('unix://'.trim($listen[1] ?? ''), timeout: 1.0);
            if ($socket !== false) {
                fclose($socket);

                return;
            }
            usleep(100_000);
        }
        throw new \RuntimeException('php-fpm does not listen.');
    }

    /** As `systemctl reload` does. */
    public function reload(string $unit): void
    {
        [$line] = $this->unit($unit)['ExecReload'];
        exec(str_replace('$MAINPID', (string) proc_get_status($this->processes[$unit])['pid'], $line));
        usleep(700_000);
    }

    public function startNginx(): void
    {
        $main = sprintf(
            "%sinclude /etc/nginx/modules-enabled/*.conf;\ndaemon off;\npid %2\$s/nginx/nginx.pid;\nerror_log %2\$s/nginx/error.log;\nevents {}\nhttp {\n  include /etc/nginx/mime.types;\n  access_log off;\n",
            posix_geteuid() === 0 ? "user root;\n" : '',
            $this->directory,
        );
        foreach (['client_body', 'fastcgi', 'proxy', 'scgi', 'uwsgi'] as $kind) {
            $main .= "  {$kind}_temp_path {$this->directory}/nginx/{$kind};\n";
        }
        foreach (['kennel', 'kennel-behind-proxy', 'locations'] as $name) {
            $this->file("nginx/{$name}.conf", (string) file_get_contents($this->root()."/deploy/nginx/{$name}.conf"));
        }
        // Another proxy that ends TLS, as a provider's would.
        $main .= "  include {$this->directory}/nginx/kennel.conf;\n  include {$this->directory}/nginx/kennel-behind-proxy.conf;\n";
        $main .= "  server { listen {$this->front} ssl; server_name localhost; ssl_certificate {$this->directory}/etc/tls/fullchain.pem; ssl_certificate_key {$this->directory}/etc/tls/key.pem;\n";
        $main .= "    location / { proxy_pass http://127.0.0.1:{$this->behind}; proxy_set_header Host \$http_host; proxy_set_header X-Forwarded-For \$remote_addr; } }\n}\n";
        file_put_contents("{$this->directory}/nginx/nginx.conf", $main);
        $nginx = is_executable('/usr/sbin/nginx') ? '/usr/sbin/nginx' : 'nginx';
        // fastcgi_params is looked for beside the main file.
        copy('/etc/nginx/fastcgi_params', "{$this->directory}/nginx/fastcgi_params");
        $this->begin('nginx', [$nginx, '-c', "{$this->directory}/nginx/nginx.conf", '-e', "{$this->directory}/nginx/error.log"]);
        FreePort::awaitListener($this->tls);
    }

    /**
     * @param  array<string, mixed>|null  $body
     * @param  list<string>  $headers
     * @return array{status: int, headers: string, body: string}
     */
    public function ask(string $method, string $path, ?array $body = null, array $headers = [], ?int $port = null, ?string $raw = null): array
    {
        $port ??= $this->tls;
        $handle = curl_init("https://localhost:{$port}{$path}");
        curl_setopt_array($handle, [
            CURLOPT_CUSTOMREQUEST => $method, CURLOPT_RETURNTRANSFER => true, CURLOPT_HEADER => true, CURLOPT_TIMEOUT => 60,
            // The certificate is checked as a browser would.
            CURLOPT_CAINFO => "{$this->directory}/etc/tls/fullchain.pem", CURLOPT_HTTPHEADER => ['Content-Type: application/json', 'Expect:', ...$headers],
        ]);
        if ($body !== null || $raw !== null) {
            curl_setopt($handle, CURLOPT_POSTFIELDS, $raw ?? json_encode($body, JSON_THROW_ON_ERROR));
        }
        $answer = curl_exec($handle);
        if (! is_string($answer)) {
            throw new \RuntimeException("{$path}: ".curl_error($handle).' '.@file_get_contents("{$this->directory}/nginx/error.log"));
        }
        $size = (int) curl_getinfo($handle, CURLINFO_HEADER_SIZE);

        return ['status' => (int) curl_getinfo($handle, CURLINFO_RESPONSE_CODE), 'headers' => substr($answer, 0, $size), 'body' => substr($answer, $size)];
    }

    public function plainPort(): int
    {
        return $this->plain;
    }

    public function isRunning(string $unit): bool
    {
        return isset($this->processes[$unit]) && proc_get_status($this->processes[$unit])['running'];
    }

    public function database(): \PDO
    {
        return new \PDO("sqlite:{$this->directory}/data/kennel.sqlite", options: [\PDO::ATTR_ERRMODE => \PDO::ERRMODE_EXCEPTION, \PDO::ATTR_TIMEOUT => 5]);
    }

    public function stopUnits(): void
    {
        foreach ($this->processes as $unit => $process) {
            if ($unit !== 'nginx') {
                ProcessGroup::end($process, SIGTERM);
                unset($this->processes[$unit]);
            }
        }
    }

    public function stop(): void
    {
        array_map(static fn ($process) => ProcessGroup::end($process, SIGTERM), $this->processes);
        $this->processes = [];
        exec('rm -rf '.escapeshellarg($this->directory));
    }

    public function log(): string
    {
        return implode("\n", array_map(static fn (string $file): string => (string) file_get_contents($file), glob("{$this->directory}/data/logs/*.log") ?: []));
    }

    /** @return array<string, list<string>> what a unit says, by its key */
    public function unit(string $name): array
    {
        $says = [];
        foreach (file($this->root()."/deploy/systemd/{$name}.service", FILE_IGNORE_NEW_LINES) ?: [] as $line) {
            if (preg_match('/^(\w+)=(.*)$/', $line, $part) === 1) {
                $says[$part[1]][] = $part[2];
            }
        }

        return $says;
    }

    /** @return list<string> */
    private function words(string $line): array
    {
        return explode(' ', $this->here($line));
    }

    /** What a machine decides. */
    private function here(string $text): string
    {
        return strtr($text, [
            '/srv/kennel/deploy/nginx/locations.conf' => "{$this->directory}/nginx/locations.conf",
            '/srv/kennel' => $this->root(),
            '/var/lib/kennel' => "{$this->directory}/data",
            '/etc/kennel' => "{$this->directory}/etc",
            '/run/kennel' => "{$this->directory}/run",
            'https://accounts.example' => "https://localhost:{$this->tls}",
            'accounts.example' => 'localhost',
            'listen 443 ssl http2' => "listen {$this->tls} ssl http2",
            'listen 80' => "listen {$this->plain}",
            'listen 127.0.0.1:8080' => "listen 127.0.0.1:{$this->behind}",
        ]);
    }

    private function rootRuns(string $pool): string
    {
        return posix_geteuid() === 0 ? str_replace("[kennel]\n", "[kennel]\nuser = root\n", $pool) : $pool;
    }

    private function file(string $name, string $content): void
    {
        file_put_contents("{$this->directory}/{$name}", $this->here($content));
    }

    /** @param  list<string>  $command */
    private function begin(string $unit, array $command): void
    {
        $log = ['file', "{$this->directory}/{$unit}.log", 'a'];
        // As the units have it (UMask).
        $usual = umask(0o077);
        $process = proc_open(['setsid', ...$command], [['file', '/dev/null', 'r'], $log, $log], $pipes, $this->root(), $this->environment());
        umask($usual);
        if ($process === false) {
            throw new \RuntimeException("{$unit} could not be started.");
        }
        $this->processes[$unit] = $process;
        usleep(500_000);
        if (! proc_get_status($process)['running']) {
            throw new \RuntimeException("{$unit} ended: ".file_get_contents("{$this->directory}/{$unit}.log"));
        }
    }

    /**
     * @param  list<string>  $command
     * @return array{int, string}
     */
    private function run(array $command): array
    {
        $usual = umask(0o077);
        $process = proc_open($command, [['file', '/dev/null', 'r'], ['pipe', 'w'], ['file', "{$this->directory}/errors", 'w']], $pipes, $this->root(), $this->environment());
        umask($usual);
        if ($process === false) {
            throw new \RuntimeException("{$command[0]} could not be started.");
        }
        $said = (string) stream_get_contents($pipes[1]);

        return [proc_close($process), $said.file_get_contents("{$this->directory}/errors")];
    }

    /** @return array<string, string> as systemd reads it from the file */
    private function environment(): array
    {
        $environment = ['PATH' => (string) getenv('PATH'), 'KENNEL_ENVIRONMENT' => "{$this->directory}/etc/kennel.env", 'KENNEL_USER' => posix_geteuid() === 0 ? 'root' : (string) (posix_getpwuid(posix_geteuid())['name'] ?? '')];
        foreach (file("{$this->directory}/etc/kennel.env", FILE_IGNORE_NEW_LINES) ?: [] as $line) {
            if (preg_match('/^([A-Z_]+)=(.*)$/', $line, $part) === 1) {
                $environment[$part[1]] = trim($part[2], '"');
            }
        }

        return $environment;
    }

    private function root(): string
    {
        return dirname(__DIR__, 3);
    }
}
