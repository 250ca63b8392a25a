<?php

declare(strict_types=1);

namespace Kennel\Tests\Support;

/** A mail relay for one message (RFC 5321 §3), in a process of its own. */
final class SmtpPeer
{
    /** @param  resource  $process */
    private function __construct(private $process, private readonly string $log, private readonly int $port)
    {
    }

    public static function start(): self
    {
        $log = (string) tempnam(sys_get_temp_dir(), 'smtp');
        $script = <<<'PHP'
            $server = stream_socket_server('tcp://127.0.0.1:0');
            file_put_contents($argv[1].'.port', substr(strrchr(stream_socket_get_name($server, false), ':'), 1));
            $peer = stream_socket_accept($server, 10);
            $say = fn (string $line) => fwrite($peer, $line."\r\n");
            $say('220 relay.test ready');
            $inData = false;
            while (($line = fgets($peer)) !== false) {
                file_put_contents($argv[1], $line, FILE_APPEND);
                $word = strtoupper(substr($line, 0, 4));
                if ($inData) {
                    if (rtrim($line) === '.') { $inData = false; $say('250 taken'); }
                } elseif ($word === 'DATA') {
                    $inData = true; $say('354 go on');
                } elseif ($word === 'QUIT') {
                    $say('221 bye'); break;
                } else {
                    $say('250 ok');
                }
            }
            PHP;
        $process = proc_open([PHP_BINARY, '-r', $script, $log], [], $pipes);
        for ($try = 0; $try < 200 && ! is_file("{$log}.port"); $try++) {
            usleep(20_000);
        }
        if ($process === false || ! is_file("{$log}.port")) {
            throw new \RuntimeException('The SMTP peer did not start.');
        }
        usleep(20_000);

        return new self($process, $log, (int) file_get_contents("{$log}.port"));
    }

    public function dsn(): string
    {
        return "smtp://127.0.0.1:{$this->port}?auto_tls=false";
    }

    /** @return string all that was received */
    public function stop(): string
    {
        proc_terminate($this->process);
        proc_close($this->process);
        $received = (string) file_get_contents($this->log);
        array_map(unlink(...), [$this->log, "{$this->log}.port"]);

        return $received;
    }
}
