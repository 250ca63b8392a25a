<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Passwords;

use Kennel\Core\Credentials\Passwords\Argon2idParameters;

/** How fast this machine hashes: one hash alone, and as many at once as it has cores. */
final readonly class MeasureHashing
{
    /** So often, and the quickest counts: whatever else the machine did can only have slowed it. */
    private const TIMES = 3;

    /** Seconds. What is slower is measured once; what disturbs it is small beside it. */
    private const SLOW = 0.6;

    /** @param  float  $together  seconds for which all cores hash at once */
    public function __construct(private float $together = 2.0)
    {
    }

    /** @return float seconds */
    public function argon2id(Argon2idParameters $parameters): float
    {
        return self::quickest(static fn (): string => sodium_crypto_pwhash(
            32,
            'calibration',
            str_repeat('s', SODIUM_CRYPTO_PWHASH_SALTBYTES),
            $parameters->passes,
            $parameters->memory * 1024,
            SODIUM_CRYPTO_PWHASH_ALG_ARGON2ID13,
        ));
    }

    /** @return float seconds */
    public function bcrypt(int $cost): float
    {
        return self::quickest(static fn (): string => password_hash('calibration', PASSWORD_BCRYPT, ['cost' => $cost]));
    }

    /**
     * @param  \Closure(): mixed  $act
     * @return float seconds, to the microsecond
     */
    public static function quickest(\Closure $act): float
    {
        $best = INF;
        for ($time = 0; $time < self::TIMES; $time++) {
            $began = hrtime(true);
            $act();
            $best = min($best, (hrtime(true) - $began) / 1e9);
            if ($best > self::SLOW) {
                break;
            }
        }

        return round($best, 6);
    }

    /** What each core still does when all of them hash, of what one does alone: memory is shared, and turbo is too. */
    public function efficiency(Argon2idParameters $parameters, int $cores): float
    {
        return $cores === 1 ? 1.0 : self::share($this->rate($parameters, 1), $this->rate($parameters, $cores), $cores);
    }

    /**
     * @param  float  $one  hashes a second of one core alone
     * @param  float  $all  hashes a second of all of them at once
     */
    public static function share(float $one, float $all, int $cores): float
    {
        return $one > 0 ? round(min(1.0, $all / $cores / $one), 3) : 1.0;
    }

    /** @return float hashes a second that so many processes compute at once */
    public function rate(Argon2idParameters $parameters, int $processes): float
    {
        // Each from when it begins itself, and one at the least: starting a process may take longer than the hashes.
        $loop = <<<'PHP'
            [, $memory, $passes, $until] = $argv;
            $began = microtime(true);
            $hashes = 0;
            do {
                sodium_crypto_pwhash(32, "calibration", str_repeat("s", 16), (int) $passes, (int) $memory, SODIUM_CRYPTO_PWHASH_ALG_ARGON2ID13);
                $hashes++;
            } while (microtime(true) < (float) $until);
            echo $hashes / (microtime(true) - $began);
            PHP;
        $until = (string) (microtime(true) + $this->together);
        $running = [];
        for ($process = 0; $process < $processes; $process++) {
            $handle = proc_open(
                [PHP_BINARY, '-r', $loop, (string) ($parameters->memory * 1024), (string) $parameters->passes, $until],
                [1 => ['pipe', 'w']],
                $pipes,
            );
            if ($handle !== false) {
                $running[] = [$handle, $pipes[1]];
            }
        }
        $rate = 0.0;
        foreach ($running as [$handle, $pipe]) {
            $rate += (float) stream_get_contents($pipe);
            proc_close($handle);
        }

        return $rate;
    }
}
