<?php

declare(strict_types=1);

namespace Kennel\Bench;

/** PHP's own function in as many processes as the server has children, on the same cores. */
final class Bare
{
    /**
     * @param  string  $call  PHP; $options and $hash are the demo's, for the password below
     * @return float calls per second of all processes together
     */
    public static function perSecond(string $call, int $seconds): float
    {
        /** @var array{hashing: array{memory: int, passes: int, lanes: int}} $rules */
        $rules = require __DIR__.'/../config/rules.php';
        $options = ['memory_cost' => $rules['hashing']['memory'], 'time_cost' => $rules['hashing']['passes'], 'threads' => $rules['hashing']['lanes']];
        $hash = password_hash('heron weir lantern', PASSWORD_ARGON2ID, $options);
        $loop = '[, $hash, $options] = $argv; $options = json_decode($options, true); $n = 0; $until = microtime(true) + '.$seconds.'; while (microtime(true) < $until) { '.$call.' $n++; } echo $n;';
        $pipes = $processes = [];
        for ($child = 0; $child < 4; $child++) {
            $processes[] = proc_open([PHP_BINARY, '-r', $loop, $hash, json_encode($options, JSON_THROW_ON_ERROR)], [1 => ['pipe', 'w']], $pipes[$child]);
        }
        $began = microtime(true);
        $done = array_sum(array_map(static fn (array $pipe): int => (int) stream_get_contents($pipe[1]), $pipes));
        $took = microtime(true) - $began;
        foreach ($processes as $process) {
            is_resource($process) && proc_close($process);
        }

        return $done / $took;
    }
}
