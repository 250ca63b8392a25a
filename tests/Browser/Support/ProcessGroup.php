<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Support;

/** A process that was begun with setsid, and its children: ended together. */
final class ProcessGroup
{
    private const PATIENCE = 5.0;

    /**
     * @param  resource  $process
     * @param  int  $signal  that it is asked with first; SIGKILL follows
     */
    public static function end($process, int $signal = SIGKILL): void
    {
        $leader = proc_get_status($process)['pid'];
        // One that was begun a moment ago leads no group yet, so it is asked itself as well.
        $send = static function (int $what) use ($leader, $process): void {
            posix_kill(-$leader, $what);
            proc_terminate($process, $what);
        };
        $send($signal);
        $until = microtime(true) + self::PATIENCE;
        while ($signal !== SIGKILL && proc_get_status($process)['running'] && microtime(true) < $until) {
            usleep(50_000);
        }
        $send(SIGKILL);
        proc_close($process);
        // Its children go on listening for a moment; whoever begins another on the same port must not meet them.
        while (posix_kill(-$leader, 0) && microtime(true) < $until + self::PATIENCE) {
            usleep(10_000);
        }
    }
}
