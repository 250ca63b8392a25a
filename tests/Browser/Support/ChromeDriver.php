<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Support;

/** ChromeDriver in a process group of its own, ended with all of its Chromiums. */
final class ChromeDriver
{
    private static ?self $running = null;

    /** @param  resource  $process */
    private function __construct(private $process, public readonly int $port)
    {
    }

    public static function running(): self
    {
        return self::$running ??= self::start();
    }

    public static function stop(): void
    {
        $running = self::$running;
        self::$running = null;
        if ($running !== null) {
            ProcessGroup::end($running->process, SIGTERM);
        }
    }

    private static function start(): self
    {
        $port = FreePort::find();
        $log = sys_get_temp_dir()."/kennel-chromedriver-{$port}.log";
        $process = proc_open(['setsid', 'chromedriver', "--port={$port}"], [['file', '/dev/null', 'r'], ['file', $log, 'w'], ['file', $log, 'a']], $pipes);
        if ($process === false) {
            throw new \RuntimeException('ChromeDriver could not be started.');
        }
        register_shutdown_function(self::stop(...));
        FreePort::awaitListener($port);

        return new self($process, $port);
    }
}
