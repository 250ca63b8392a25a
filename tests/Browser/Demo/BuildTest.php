<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Demo;

use Kennel\Tests\Browser\Support\FreePort;
use Kennel\Tests\Browser\Support\ProcessGroup;
use PHPUnit\Framework\TestCase;

/** Building the interface, in a clean copy of the sources: once, and without a moment in which pages fail. */
final class BuildTest extends TestCase
{
    private string $copy;

    /** @var resource|null */
    private $server = null;

    protected function setUp(): void
    {
        $this->copy = sys_get_temp_dir().'/kennel-build-'.bin2hex(random_bytes(6));
        $root = dirname(__DIR__, 3);
        mkdir($this->copy);
        $this->sh('cd '.escapeshellarg($root).' && git ls-files -z --cached --others --exclude-standard | xargs -0 cp --parents --target-directory='.escapeshellarg($this->copy));
        symlink("{$root}/vendor", "{$this->copy}/vendor");
        symlink("{$root}/node_modules", "{$this->copy}/node_modules");
    }

    protected function tearDown(): void
    {
        if ($this->server !== null) {
            ProcessGroup::end($this->server, SIGTERM);
        }
        exec('rm -rf '.escapeshellarg($this->copy));
    }

    public function test_a_clean_copy_is_built_once_and_a_server_answers_through_a_rebuild(): void
    {
        $build = '. bin/support/install.sh; ensure_built';
        // Two scripts that start at the same time, and one later.
        $said = $this->sh("({$build}) & ({$build}) & wait; ({$build})");
        self::assertSame(1, substr_count($said, 'Building the interface'), $said);

        $before = (string) file_get_contents("{$this->copy}/public/build/manifest.json");
        $page = $this->serve();
        self::assertSame(200, $this->ask($page), 'before the build');
        file_put_contents("{$this->copy}/resources/ui/pages/main.tsx", "\ndocument.documentElement.dataset.built = 'again';\n", FILE_APPEND);
        $rebuild = proc_open(['bash', '-c', $build], [['file', '/dev/null', 'r'], ['file', '/dev/null', 'w'], ['file', '/dev/null', 'w']], $pipes, $this->copy);
        self::assertIsResource($rebuild);
        $answers = [];
        do {
            $answers[] = $this->ask($page);
            usleep(50_000);
            $status = proc_get_status($rebuild);
        } while ($status['running']);
        self::assertSame(0, $status['exitcode']);
        self::assertNotSame($before, file_get_contents("{$this->copy}/public/build/manifest.json"), 'it was built again');
        self::assertGreaterThan(50, count($answers));
        self::assertSame([200], array_values(array_unique($answers)));
        self::assertSame(200, $this->ask($page), 'after the build');
        self::assertSame([], $this->missing($before), 'pages that are open still load their scripts');
    }

    /** @return list<string> files that a manifest names and that are not served */
    private function missing(string $manifest): array
    {
        $files = array_column((array) json_decode($manifest, true, 16, JSON_THROW_ON_ERROR), 'file');

        return array_values(array_filter($files, fn (string $file): bool => ! is_file("{$this->copy}/public/build/{$file}")));
    }

    /** @return string the address of an account page */
    private function serve(): string
    {
        $port = FreePort::find();
        $this->sh('. bin/support/install.sh; prepare_data "$PWD/data"; cache_framework', ['APP_URL' => "http://localhost:{$port}"]);
        $caches = [];
        foreach (['config', 'routes', 'events', 'services', 'packages'] as $name) {
            $caches['APP_'.strtoupper($name).'_CACHE'] = "{$this->copy}/data/framework/{$name}.php";
        }
        $server = proc_open(
            ['setsid', 'php', '-d', 'variables_order=EGPCS', '-S', "127.0.0.1:{$port}", '-t', 'public', 'bin/support/router.php'],
            [['file', '/dev/null', 'r'], ['file', '/dev/null', 'w'], ['file', '/dev/null', 'w']],
            $pipes,
            $this->copy,
            ['PATH' => (string) getenv('PATH'), 'KENNEL_DATA' => "{$this->copy}/data", 'KENNEL_DATABASE' => "{$this->copy}/data/kennel.sqlite", ...$caches],
        );
        self::assertIsResource($server);
        $this->server = $server;
        FreePort::awaitListener($port);

        return "http://127.0.0.1:{$port}/console/accounts";
    }

    private function ask(string $address): int
    {
        $handle = curl_init($address);
        curl_setopt_array($handle, [CURLOPT_RETURNTRANSFER => true, CURLOPT_TIMEOUT => 30]);
        curl_exec($handle);

        return (int) curl_getinfo($handle, CURLINFO_RESPONSE_CODE);
    }

    /**
     * @param  array<string, string>  $environment
     * @return string what it said
     */
    private function sh(string $script, array $environment = []): string
    {
        $process = proc_open(['bash', '-c', "exec 2>&1; {$script}"], [['file', '/dev/null', 'r'], ['pipe', 'w']], $pipes, $this->copy, [...getenv(), ...$environment]);
        self::assertIsResource($process);
        $said = (string) stream_get_contents($pipes[1]);
        self::assertSame(0, proc_close($process), $said);

        return $said;
    }
}
