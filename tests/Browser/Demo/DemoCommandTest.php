<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Demo;

use Kennel\Tests\Browser\Support\FreePort;
use Kennel\Tests\Browser\Support\Server;
use PHPUnit\Framework\TestCase;

/** bin/demo as somebody runs it. */
final class DemoCommandTest extends TestCase
{
    private string $data;

    private int $port;

    /** @var resource|null */
    private $process = null;

    protected function setUp(): void
    {
        $this->data = sys_get_temp_dir().'/kennel-demo-'.bin2hex(random_bytes(6));
        $this->port = FreePort::find();
    }

    protected function tearDown(): void
    {
        if ($this->process !== null) {
            $this->stop();
        }
        exec('rm -rf '.escapeshellarg($this->data));
    }

    public function test_serves_keeps_what_was_done_and_leaves_nothing_running(): void
    {
        $said = $this->start();
        self::assertStringContainsString("http://localhost:{$this->port}/console", $said);
        self::assertStringContainsString('maren@alderwend.example', $said);
        self::assertStringContainsString('heron weir lantern', $said);
        self::assertSame(202, $this->signUp());
        $this->assertScriptsAreCompressed();

        [$status, $complaint] = $this->demo("--port={$this->port}");
        self::assertSame(1, $status);
        self::assertMatchesRegularExpression("/Port {$this->port} is taken. Port \\d+ is free/", $complaint);

        $this->stop();
        // The brackets keep pgrep's own shell from being found.
        exec('pgrep -f '.escapeshellarg("127.0.0.[1]:{$this->port}"), $left);
        exec('pgrep -f '.escapeshellarg('[k]ennel-demo-'.substr($this->data, -12)), $leftByData);
        self::assertSame([], [...$left, ...$leftByData]);

        $made = $this->madeAt();
        $this->start();
        self::assertSame($made, $this->madeAt(), 'nothing is installed, built or seeded a second time');
        self::assertSame(1, (int) $this->database()->query("SELECT count(*) FROM accounts WHERE email = 'kept@post.example'")->fetchColumn());
        self::assertSame(31, (int) $this->database()->query('SELECT count(*) FROM accounts')->fetchColumn());
    }

    /** @return array<string, int|false> when each thing that is made once was made */
    private function madeAt(): array
    {
        clearstatcache();
        $root = dirname(__DIR__, 3);
        $made = [];
        foreach (["{$root}/vendor/.stamp", "{$root}/node_modules/.stamp", "{$root}/public/build/.stamp", "{$root}/public/build/manifest.json", "{$this->data}/seeded"] as $file) {
            self::assertFileExists($file);
            $made[$file] = filemtime($file);
        }

        return $made;
    }

    private function assertScriptsAreCompressed(): void
    {
        $plain = (string) (glob(dirname(__DIR__, 3).'/public/build/assets/main-*.js') ?: [''])[0];
        foreach (['gzip, deflate, br' => ['br', '.br'], 'gzip' => ['gzip', '.gz'], 'br;q=0, identity' => [null, '']] as $takes => [$coding, $ending]) {
            $handle = curl_init("http://localhost:{$this->port}/build/assets/".basename($plain));
            $said = [];
            curl_setopt_array($handle, [
                CURLOPT_RETURNTRANSFER => true, CURLOPT_HTTPHEADER => ["Accept-Encoding: {$takes}"],
                CURLOPT_HEADERFUNCTION => static function ($_, string $line) use (&$said): int {
                    [$name, $value] = array_pad(explode(':', trim($line), 2), 2, '');
                    $said[strtolower($name)] = trim($value);

                    return strlen($line);
                },
            ]);
            self::assertStringEqualsFile($plain.$ending, (string) curl_exec($handle), $takes);
            self::assertSame([$coding, 'Accept-Encoding', 'text/javascript; charset=UTF-8', 'nosniff'], [$said['content-encoding'] ?? null, $said['vary'] ?? null, $said['content-type'] ?? null, $said['x-content-type-options'] ?? null]);
        }
    }

    public function test_wrong_words_are_refused_before_anything_is_done(): void
    {
        foreach ([['--accounts=few', 2], ['--port=x', 2], ['--prot=1', 2]] as [$argument, $expected]) {
            self::assertSame($expected, $this->demo($argument)[0], $argument);
        }
        self::assertDirectoryDoesNotExist($this->data);
    }

    public function test_every_script_answers_help(): void
    {
        foreach (['demo', 'test', 'lint', 'bench', 'shots', 'fuzz'] as $script) {
            exec(dirname(__DIR__, 3)."/bin/{$script} --help", $lines, $status);
            self::assertSame(0, $status);
            self::assertStringContainsString("bin/{$script}", implode("\n", $lines));
        }
    }

    private function start(): string
    {
        $log = "{$this->data}.log";
        $process = proc_open([dirname(__DIR__, 3).'/bin/demo', "--port={$this->port}", "--data={$this->data}", '--accounts=30'], [['file', '/dev/null', 'r'], ['file', $log, 'w'], ['file', $log, 'a']], $pipes);
        self::assertIsResource($process);
        $this->process = $process;
        for ($try = 0; $try < 600 && ! str_contains((string) file_get_contents($log), 'Ctrl-C'); $try++) {
            usleep(100_000);
        }
        $said = (string) file_get_contents($log);
        unlink($log);

        return $said;
    }

    private function stop(): void
    {
        if ($this->process !== null) {
            proc_terminate($this->process, SIGTERM);
            self::assertSame(0, proc_close($this->process));
            $this->process = null;
        }
    }

    /** @return array{int, string} */
    private function demo(string $argument): array
    {
        exec(dirname(__DIR__, 3).'/bin/demo '.escapeshellarg("--data={$this->data}x").' '.escapeshellarg($argument).' 2>&1', $lines, $status);

        return [$status, implode("\n", $lines)];
    }

    private function signUp(): int
    {
        return Server::signUp("http://127.0.0.1:{$this->port}", ['app' => 'gaugebook', 'name' => 'Kept', 'email' => 'kept@post.example', 'password' => 'slow green otters swim'])[0];
    }

    private function database(): \PDO
    {
        return new \PDO("sqlite:{$this->data}/kennel.sqlite");
    }
}
