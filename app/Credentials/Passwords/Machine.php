<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Passwords;

/** The machine this process runs on, as far as a calibration depends on it. */
final readonly class Machine
{
    /**
     * @param  string  $id  of this machine and no other; says nothing about it
     * @param  int  $memory  in MiB; 0 where it cannot be read
     */
    private function __construct(public string $id, public int $cores, public int $memory)
    {
    }

    public static function here(): self
    {
        $processor = is_readable('/proc/cpuinfo') ? (string) file_get_contents('/proc/cpuinfo') : '';
        $cores = max(1, (int) preg_match_all('/^processor\s*:/m', $processor));
        $memory = is_readable('/proc/meminfo') && preg_match('/^MemTotal:\s+(\d+) kB/m', (string) file_get_contents('/proc/meminfo'), $part) === 1 ? intdiv((int) $part[1], 1024) : 0;
        $model = preg_match('/^model name\s*:\s*(.+)$/m', $processor, $part) === 1 ? $part[1] : php_uname('m');

        return new self(substr(hash('sha256', implode("\n", [php_uname('n'), $model, $cores, $memory])), 0, 12), $cores, $memory);
    }
}
