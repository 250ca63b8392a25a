<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Support;

final class FreePort
{
    public static function find(): int
    {
        $socket = stream_socket_server('tcp://127.0.0.1:0');
        if ($socket === false) {
            throw new \RuntimeException('No port is free.');
        }
        $port = (int) substr((string) strrchr((string) stream_socket_get_name($socket, false), ':'), 1);
        fclose($socket);

        return $port;
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
