<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Support;

/** Ports for servers of tests. Of the processes that run tests beside each other, each keeps what it was given until it ends. */
final class FreePort
{
    /** @var array<int, resource> locks, by port; kept open as long as the process */
    private static array $kept = [];

    public static function find(): int
    {
        $folder = sys_get_temp_dir().'/kennel-ports-'.posix_geteuid();
        is_dir($folder) || @mkdir($folder, 0o700);
        while (true) {
            $socket = stream_socket_server('tcp://127.0.0.1:0');
            if ($socket === false) {
                throw new \RuntimeException('No port is free.');
            }
            $port = (int) substr((string) strrchr((string) stream_socket_get_name($socket, false), ':'), 1);
            $lock = fopen("{$folder}/{$port}", 'c');
            fclose($socket);
            // Another process was given it, and its server is about to listen.
            if ($lock !== false && ! isset(self::$kept[$port]) && flock($lock, LOCK_EX | LOCK_NB)) {
                self::$kept[$port] = $lock;

                return $port;
            }
        }
    }

    public static function awaitListener(int $port): void
    {
        $until = microtime(true) + 20;
        while (microtime(true) < $until) {
            $connection = @stream_socket_client("tcp://127.0.0.1:{$port}", timeout: 1);
            if ($connection !== false) {
                fclose($connection);

                return;
            }
            usleep(50_000);
        }
        throw new \RuntimeException("Nothing listens on port {$port}.");
    }
}
