<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Deploy;

use PHPUnit\Framework\TestCase;

/** An installation as docs/operating.md describes it, on nginx and php-fpm, with TLS. */
final class DeployTest extends TestCase
{
    private const PASSWORD = 'quiet barns under snow';

    private const UNITS = ['kennel-web', 'kennel-mail', 'kennel-long', 'kennel-schedule'];

    private static Deployment $kennel;

    public static function setUpBeforeClass(): void
    {
        self::$kennel = new Deployment;
        file_put_contents(self::$kennel->directory.'/password', self::PASSWORD."\n");
        [$status, $said] = self::$kennel->artisan(
            'kennel:install', '--app=portal', '--app-name=The Portal', '--name=Ada Holm', '--email=ada@holm.example', '--password-file='.self::$kennel->directory.'/password', '--no-interaction',
        );
        self::assertSame(0, $status, $said);
        array_map(self::$kennel->start(...), self::UNITS);
        self::$kennel->startNginx();
    }

    public static function tearDownAfterClass(): void
    {
        self::$kennel->stop();
    }

    public function test_it_is_reached_by_tls_alone_with_its_headers(): void
    {
        $health = self::$kennel->ask('GET', '/api/v1/health');
        self::assertSame([200, '{"status":"up"}'], [$health['status'], $health['body']]);
        self::assertStringContainsStringIgnoringCase('Strict-Transport-Security: max-age=31536000', $health['headers']);
        self::assertDoesNotMatchRegularExpression('/X-Powered-By|nginx\/\d/i', $health['headers']);

        $console = self::$kennel->ask('GET', '/console/accounts');
        self::assertSame(200, $console['status']);
        self::assertStringContainsStringIgnoringCase("script-src 'self'", $console['headers']);
        self::assertSame(1, preg_match('#/build/assets/[\w-]+\.js#', $console['body'], $script));
        self::assertStringContainsStringIgnoringCase('immutable', self::$kennel->ask('GET', $script[0])['headers']);
        foreach (['br' => 'br', 'gzip' => 'gz', 'identity' => ''] as $coding => $ending) {
            $sent = self::$kennel->ask('GET', $script[0], headers: ["Accept-Encoding: {$coding}"]);
            self::assertStringEqualsFile(dirname(__DIR__, 3)."/public{$script[0]}".($ending === '' ? '' : ".{$ending}"), $sent['body'], $coding);
            self::assertSame($ending === '' ? 0 : 1, preg_match("/^Content-Encoding: {$coding}\r$/im", $sent['headers']), $coding);
            self::assertMatchesRegularExpression('#^Content-Type: (text|application)/javascript#im', $sent['headers']);
            self::assertMatchesRegularExpression('/^Vary: Accept-Encoding/im', $sent['headers']);
        }
        foreach (['/index.php', '/../composer.json', '/.env', '/build/../../config/app.php'] as $path) {
            self::assertContains(self::$kennel->ask('GET', $path)['status'], [302, 400, 404], $path);
        }
        $plain = curl_init('http://localhost:'.self::$kennel->plainPort().'/console');
        curl_setopt_array($plain, [CURLOPT_RETURNTRANSFER => true]);
        curl_exec($plain);
        self::assertSame([308, 'https'], [curl_getinfo($plain, CURLINFO_RESPONSE_CODE), parse_url((string) curl_getinfo($plain, CURLINFO_REDIRECT_URL), PHP_URL_SCHEME)]);
    }

    public function test_a_keeper_signs_in_and_the_workers_work(): void
    {
        $cookie = $this->signIn();
        self::assertSame(200, self::$kennel->ask('GET', '/api/v1/overview', headers: [$cookie, 'Kennel-Surface: console'])['status']);
        self::assertSame(202, self::$kennel->ask('POST', '/api/v1/recoveries', ['email' => 'ada@holm.example'])['status']);
        $this->await(static fn (): bool => self::$kennel->database()->query('SELECT state FROM messages ORDER BY seq DESC')->fetchColumn() === 'held', 'the worker of mail delivers');
        foreach (self::UNITS as $unit) {
            self::assertTrue(self::$kennel->isRunning($unit), $unit);
        }
        self::assertStringContainsString('https://localhost', $this->opened(), 'links lead to where people reach it');
    }

    /** Under ProtectSystem=strict nothing else can be written. */
    public function test_what_is_written_lies_with_the_data(): void
    {
        foreach (['config.php', 'routes.php', 'services.php', 'packages.php'] as $cache) {
            self::assertFileExists(self::$kennel->directory."/data/framework/{$cache}");
        }
        foreach (self::UNITS as $unit) {
            self::assertSame(['/var/lib/kennel'], self::$kennel->unit($unit)['ReadWritePaths']);
        }
    }

    public function test_nginxs_user_reaches_the_socket_and_nothing_else(): void
    {
        if (posix_geteuid() !== 0) {
            self::markTestSkipped('Only root can be another user.');
        }
        $directory = self::$kennel->directory;
        // Whatever a machine lets others into above it.
        array_map(static fn (string $path): bool => chmod($path, 0o711), [$directory, "{$directory}/run"]);
        $as = static function (string $command): int {
            exec('setpriv --reuid=www-data --regid=www-data --clear-groups sh -c '.escapeshellarg($command).' 2>/dev/null', $lines, $status);

            return $status;
        };
        self::assertSame(0, $as('true'));
        foreach (['data/kennel.sqlite', 'data/framework/config.php', 'etc/keys/app.key', 'data/logs/kennel.log'] as $file) {
            self::assertNotSame(0, $as("cat {$directory}/{$file}"), $file);
        }
        self::assertNotSame(0, $as("ls {$directory}/data"));
        self::assertSame(0, $as('php -r '.escapeshellarg("exit(@stream_socket_client('unix://{$directory}/run/php.sock') === false ? 1 : 0);")));
        self::assertSame(0600, fileperms("{$directory}/data/framework/config.php") & 0777);
        self::assertSame(0600, fileperms("{$directory}/data/kennel.sqlite") & 0777);
    }

    public function test_the_check_finds_nothing_wrong(): void
    {
        // What schedule:work does at the next full minute.
        self::$kennel->artisan('schedule:run');
        [$status, $said] = self::$kennel->artisan('kennel:check');
        self::assertSame(0, $status, $said);
        self::assertStringNotContainsString('WRONG', $said);
    }

    /** Whoever counts by address must not be told it by the caller. */
    public function test_the_clients_address_is_believed_of_the_proxy_alone(): void
    {
        self::assertSame(401, self::$kennel->ask('POST', '/api/v1/sessions', ['email' => 'ada@holm.example', 'password' => 'wrong', 'keep' => false], ['X-Forwarded-For: 203.0.113.9'])['status']);
        self::assertSame(401, self::$kennel->ask('POST', '/api/v1/sessions', ['email' => 'ada@holm.example', 'password' => 'wrong', 'keep' => false], ['X-Forwarded-For: 203.0.113.9'], port: self::$kennel->front)['status']);
        $sources = self::$kennel->database()->query("SELECT DISTINCT source FROM audit_events WHERE event = 'session.refused'")->fetchAll(\PDO::FETCH_COLUMN);
        self::assertNotSame([], $sources);
        self::assertNotContains('203.0.113.9', $sources);
        $health = self::$kennel->ask('GET', '/api/v1/health', port: self::$kennel->front);
        self::assertStringContainsStringIgnoringCase('Strict-Transport-Security', $health['headers'], 'behind a proxy it is known that people come by https');
        $cookie = $this->signIn(self::$kennel->front);
        self::assertSame(200, self::$kennel->ask('GET', '/api/v1/overview', headers: [$cookie, 'Kennel-Surface: console'], port: self::$kennel->front)['status']);
    }

    public function test_what_is_too_large_is_stopped_in_front(): void
    {
        self::assertSame(413, self::$kennel->ask('POST', '/api/v1/sessions', raw: str_repeat('x', 7 * 1_048_576))['status']);
        $import = self::$kennel->ask('PUT', '/api/v1/imports/01890a5d-ac96-774b-bcce-b302099a8057?name=a.csv&format=csv&app=portal', headers: ['Content-Type: text/csv'], raw: str_repeat("x\n", 4 * 1_048_576));
        self::assertNotSame(413, $import['status'], 'a file of accounts may be larger');
    }

    public function test_a_key_is_rotated_while_it_serves(): void
    {
        $cookie = $this->signIn();
        $key = (string) file_get_contents(self::$kennel->directory.'/etc/keys/app.key');
        [$status, $said] = self::$kennel->artisan('kennel:keys', 'rotate');
        self::assertSame(0, $status, $said);
        self::$kennel->reload('kennel-web');
        self::assertStringEndsWith($key, (string) file_get_contents(self::$kennel->directory.'/etc/keys/app.key'));
        self::assertSame(200, self::$kennel->ask('GET', '/api/v1/overview', headers: [$cookie, 'Kennel-Surface: console'])['status'], 'sessions go on');
        foreach (['reseal', 'retire'] as $act) {
            [$status, $said] = self::$kennel->artisan('kennel:keys', $act);
            self::assertSame(0, $status, $said);
        }
        self::$kennel->reload('kennel-web');
        self::assertSame(200, self::$kennel->ask('GET', '/api/v1/overview', headers: [$cookie, 'Kennel-Surface: console'])['status']);
        self::assertStringNotContainsString(trim($key), self::$kennel->log());
    }

    public function test_a_backup_made_while_it_serves_is_restored(): void
    {
        $backup = self::$kennel->directory.'/backup';
        [$status, $said] = self::$kennel->artisan('kennel:backup', $backup, '--keys='.self::$kennel->directory.'/keys-apart');
        self::assertSame(0, $status, $said);
        $cookie = $this->signIn();
        self::$kennel->stopUnits();
        [$status, $said] = self::$kennel->artisan('kennel:restore', $backup, '--keys='.self::$kennel->directory.'/keys-apart', '--force');
        self::assertSame(0, $status, $said);
        array_map(self::$kennel->start(...), self::UNITS);
        self::assertSame(401, self::$kennel->ask('GET', '/api/v1/overview', headers: [$cookie, 'Kennel-Surface: console'])['status'], 'nobody stays signed in');
        $this->signIn();
        self::assertSame(1, (int) self::$kennel->database()->query("SELECT count(*) FROM audit_events WHERE event = 'kennel.restored'")->fetchColumn());
    }

    public function test_the_units_are_units(): void
    {
        if (! is_executable('/usr/bin/systemd-analyze')) {
            self::markTestSkipped('This machine has no systemd to ask.');
        }
        $said = [];
        foreach (self::UNITS as $unit) {
            exec('systemd-analyze verify '.escapeshellarg(dirname(__DIR__, 3)."/deploy/systemd/{$unit}.service").' 2>&1', $said);
        }
        $complaints = array_filter($said, static fn (string $line): bool => preg_match('/Unknown (key|section|lvalue)|Invalid|Failed to parse|ignoring/i', $line) === 1);
        self::assertSame([], array_values($complaints), implode("\n", $said));
    }

    private function signIn(?int $port = null): string
    {
        $answer = self::$kennel->ask('POST', '/api/v1/sessions', ['email' => 'ada@holm.example', 'password' => self::PASSWORD, 'keep' => false], ['Kennel-Surface: console'], $port);
        self::assertSame(201, $answer['status'], $answer['body'].self::$kennel->log());
        self::assertSame(1, preg_match('/Set-Cookie: (__Host-kennel-console=[A-Za-z0-9_-]{43});(.*)/i', $answer['headers'], $cookie));
        self::assertStringContainsStringIgnoringCase('secure', $cookie[2]);

        return "Cookie: {$cookie[1]}";
    }

    /** @return string the newest message as the service itself opens it */
    private function opened(): string
    {
        $cookie = $this->signIn();
        $id = self::$kennel->database()->query('SELECT id FROM messages ORDER BY seq DESC')->fetchColumn();

        return self::$kennel->ask('GET', "/api/v1/messages/{$id}", headers: [$cookie, 'Kennel-Surface: console'])['body'];
    }

    private function await(\Closure $condition, string $what): void
    {
        for ($try = 0; $try < 150; $try++) {
            if ($condition()) {
                return;
            }
            usleep(200_000);
        }
        self::fail("{$what}: it did not within half a minute. ".self::$kennel->log());
    }
}
