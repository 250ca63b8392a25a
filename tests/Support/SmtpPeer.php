<?php

declare(strict_types=1);

namespace Kennel\Tests\Support;

/** A mail relay (RFC 5321 §3) in a process of its own, as good or as bad as a test wants it. */
final class SmtpPeer
{
    /** Takes everything. */
    public const SOUND = 'sound';

    /** Accepts the connection and says nothing more. */
    public const SILENT = 'silent';

    /** Refuses each recipient for now (4yz), or for good (5yz). */
    public const BUSY = 'busy';

    public const REFUSING = 'refusing';

    /** Takes everything, and half a second for each message. */
    public const SLOW = 'slow';

    /** Hangs up in the middle of DATA. */
    public const HANGING_UP = 'hanging up';

    /** Knows no SMTPUTF8 (RFC 6531). */
    public const ASCII = 'ascii';

    /** @param  resource  $process */
    private function __construct(private $process, private readonly string $log, private readonly int $port)
    {
    }

    public static function start(string $behaviour = self::SOUND): self
    {
        $log = (string) tempnam(sys_get_temp_dir(), 'smtp');
        $script = <<<'PHP'
            [, $log, $behaviour] = $argv;
            $server = stream_socket_server('tcp://127.0.0.1:0');
            file_put_contents($log.'.port', substr(strrchr(stream_socket_get_name($server, false), ':'), 1));
            // Several at once: a worker keeps its connection while others ask.
            $peers = $inData = [];
            while (true) {
                $ready = [$server, ...$peers];
                if (! @stream_select($ready, $none, $nothing, 600)) { break; }
                foreach ($ready as $peer) {
                    if ($peer === $server) {
                        $new = stream_socket_accept($server, 0);
                        if ($new === false) { continue; }
                        $peers[(int) $new] = $new;
                        if ($behaviour !== 'silent') { @fwrite($new, "220 relay.test ready\r\n"); }
                        continue;
                    }
                    $id = (int) $peer;
                    $leave = function () use (&$peers, &$inData, $peer, $id) { fclose($peer); unset($peers[$id], $inData[$id]); };
                    // What PHP has read ahead is not seen by select: so as long as there are lines, they are answered.
                    do {
                        $line = fgets($peer);
                        if ($line === false) { $leave(); break; }
                        if ($behaviour === 'silent') { break; }
                        file_put_contents($log, $line, FILE_APPEND);
                        $say = fn (string $said) => @fwrite($peer, $said."\r\n");
                        $word = strtoupper(substr($line, 0, 4));
                        if (isset($inData[$id])) {
                            if ($behaviour === 'hanging up') { $leave(); break; }
                            if (rtrim($line) === '.') { if ($behaviour === 'slow') { usleep(500_000); } unset($inData[$id]); $say('250 taken'); }
                        } elseif ($word === 'EHLO') {
                            $say('250-relay.test'); if ($behaviour !== 'ascii') { $say('250-SMTPUTF8'); } $say('250 8BITMIME');
                        } elseif ($word === 'RCPT' && in_array($behaviour, ['busy', 'refusing'], true)) {
                            $say($behaviour === 'busy' ? '451 try later' : '550 no such mailbox');
                        } elseif ($word === 'DATA') {
                            $inData[$id] = true; $say('354 go on');
                        } elseif ($word === 'QUIT') {
                            $say('221 bye'); $leave(); break;
                        } else {
                            $say('250 ok');
                        }
                    } while (stream_get_meta_data($peer)['unread_bytes'] > 0 || isset($inData[$id]));
                }
            }
            PHP;
        $process = proc_open([PHP_BINARY, '-r', $script, $log, $behaviour], [], $pipes);
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
