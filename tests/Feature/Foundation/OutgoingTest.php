<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Foundation;

use Illuminate\Http\Client\ConnectionException;
use Illuminate\Http\Client\Factory;
use Illuminate\Http\Client\Response;
use Kennel\App\Foundation\Outgoing\Outgoing;
use Kennel\Core\Foundation\Outgoing\OutgoingRefused;
use Kennel\Core\Foundation\Outgoing\OutgoingRules;
use Kennel\Tests\Browser\Support\FreePort;
use Kennel\Tests\Browser\Support\ProcessGroup;
use Kennel\Tests\Support\FixedResolver;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Finder\Finder;

/** The one way out, against a server that really listens. */
final class OutgoingTest extends TestCase
{
    private const LARGEST = 100_000;

    /** @var resource */
    private static $server;

    private static int $port;

    private static string $folder;

    public static function setUpBeforeClass(): void
    {
        self::$port = FreePort::find();
        self::$folder = sys_get_temp_dir().'/kennel-outgoing-'.bin2hex(random_bytes(6));
        mkdir(self::$folder);
        file_put_contents(self::$folder.'/serve.php', <<<'PHP'
            <?php
            file_put_contents(__DIR__.'/heard', $_SERVER['REQUEST_METHOD'].' '.$_SERVER['REQUEST_URI'].' '.$_SERVER['HTTP_HOST'].' '.file_get_contents('php://input')."\n", FILE_APPEND);
            match (parse_url($_SERVER['REQUEST_URI'], PHP_URL_PATH)) {
                '/big' => (function () { for ($i = 0; $i < 4_000; $i++) { echo str_repeat('x', 100_000); flush(); } })(),
                '/zipped' => (function () { header('Content-Encoding: gzip'); echo gzencode(str_repeat('x', 50_000_000)); })(),
                '/away' => header('Location: http://169.254.169.254/latest', true, 302),
                '/slow' => sleep(4),
                default => print 'fine',
            };
            PHP);
        $server = proc_open(['setsid', 'php', '-S', '127.0.0.1:'.self::$port, self::$folder.'/serve.php'], [['file', '/dev/null', 'r'], ['file', '/dev/null', 'w'], ['file', '/dev/null', 'w']], $pipes, null, ['PATH' => (string) getenv('PATH'), 'PHP_CLI_SERVER_WORKERS' => '4']);
        self::assertIsResource($server);
        self::$server = $server;
        FreePort::awaitListener(self::$port);
    }

    public static function tearDownAfterClass(): void
    {
        ProcessGroup::end(self::$server, SIGTERM);
        exec('rm -rf '.escapeshellarg(self::$folder));
    }

    protected function setUp(): void
    {
        file_put_contents(self::$folder.'/heard', '');
    }

    private static function heard(): string
    {
        return (string) file_get_contents(self::$folder.'/heard');
    }

    /** @param  array<string, list<string>>  $names */
    private static function get(string $host, string $path, array $names = [], ?string $allowed = null, int $patience = 10): Response
    {
        $port = self::$port;
        $rules = new OutgoingRules([$allowed ?? "http://{$host}:{$port}"], false);

        return (new Outgoing(new Factory, new FixedResolver($names), $rules))->send('GET', "http://{$host}:{$port}{$path}", [], self::LARGEST, $patience);
    }

    public function test_the_connection_is_made_to_the_address_that_was_checked(): void
    {
        self::assertSame('fine', self::get('id.example', '/ok', ['id.example' => ['127.0.0.1']])->body());
        self::assertSame('GET /ok id.example:'.self::$port." \n", self::heard(), 'no name was looked up');
    }

    public function test_nothing_is_sent_to_an_address_that_is_not_called(): void
    {
        foreach (['127.0.0.1', 'localhost'] as $host) {
            try {
                self::get($host, '/internal', allowed: 'other.example');
                self::fail('sent');
            } catch (OutgoingRefused) {
                self::assertSame('', self::heard());
            }
        }
    }

    public function test_reading_ends_while_it_goes_on(): void
    {
        $before = memory_get_peak_usage();
        foreach (['/big', '/zipped'] as $path) {
            $began = microtime(true);
            try {
                $answer = self::get('127.0.0.1', $path);
                self::assertSame('/zipped', $path, 'what is compressed is short, and stays compressed');
                self::assertLessThan(self::LARGEST, strlen($answer->body()));
            } catch (OutgoingRefused $refused) {
                self::assertSame('The answer has more than 100000 bytes.', $refused->getMessage());
            }
            self::assertLessThan(8, microtime(true) - $began, 'of 400 MB hardly any was read');
        }
        self::assertLessThan(16_000_000, memory_get_peak_usage() - $before);
    }

    public function test_no_redirect_is_followed(): void
    {
        $answer = self::get('127.0.0.1', '/away');
        self::assertSame([302, 1], [$answer->status(), substr_count(self::heard(), "\n")]);
    }

    public function test_patience_ends(): void
    {
        $this->expectException(ConnectionException::class);
        self::get('127.0.0.1', '/slow', patience: 1);
    }

    public function test_no_proxy_of_the_environment_is_used(): void
    {
        putenv('http_proxy=http://127.0.0.1:9');
        try {
            self::assertSame('fine', self::get('127.0.0.1', '/ok')->body());
        } finally {
            putenv('http_proxy');
        }
    }

    public function test_nothing_else_opens_an_http_connection(): void
    {
        $root = dirname(__DIR__, 3);
        $ways = '/\bcurl_|CurlHandle|GuzzleHttp\\\\|Http\\\\Client\\\\(?!ConnectionException|Response)|Facades\\\\Http\b|fsockopen|stream_socket_client|SoapClient|(fopen|file_get_contents|copy|readfile|get_headers)\(\s*[\'"]https?:/';
        $found = [];
        foreach ((new Finder)->files()->in(["{$root}/app", "{$root}/core"])->name('*.php')->notPath('Foundation/Outgoing') as $file) {
            if (preg_match($ways, $file->getContents()) === 1) {
                $found[] = $file->getRelativePathname();
            }
        }
        // A world of its own is given a client that reaches nobody.
        self::assertSame(['Policy/Rehearsals/World.php'], $found);
    }
}
