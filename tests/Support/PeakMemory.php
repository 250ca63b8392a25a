<?php

declare(strict_types=1);

namespace Kennel\Tests\Support;

/** The most memory that a process had resident: what memory_get_peak_usage() does not see, such as GD's and SQLite's, is in it. */
final class PeakMemory
{
    /**
     * @param  list<string>  $command
     * @param  array<string, string>  $environment
     * @return float MiB (VmHWM, proc(5))
     */
    public static function of(array $command, array $environment = []): float
    {
        $process = proc_open($command, [['file', '/dev/null', 'r'], ['file', '/dev/null', 'w'], ['pipe', 'w']], $pipes, dirname(__DIR__, 2), $environment + ['PATH' => (string) getenv('PATH')]);
        if ($process === false) {
            throw new \RuntimeException("{$command[0]} could not be started.");
        }
        $peak = 0.0;
        $status = proc_get_status($process);
        for (; $status['running']; $status = proc_get_status($process)) {
            if (preg_match('/VmHWM:\s+(\d+) kB/', (string) @file_get_contents("/proc/{$status['pid']}/status"), $found) === 1) {
                $peak = (int) $found[1] / 1_024;
            }
            usleep(5_000);
        }
        $said = (string) stream_get_contents($pipes[2]);
        proc_close($process);
        if ($status['exitcode'] !== 0) {
            throw new \RuntimeException(implode(' ', $command).": {$said}");
        }

        return $peak;
    }
}
