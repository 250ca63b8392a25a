<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Calibration;

use Kennel\Core\Credentials\Passwords\Argon2idParameters;

/** What a machine's measurements say: how long any parameters would take, which to choose, and how many sign-ins follow. */
final readonly class Calibration
{
    /** OWASP, Password Storage Cheat Sheet, "Argon2id" (from memory): least memory in KiB by passes. */
    public const OWASP = [1 => 47_104, 2 => 19_456, 3 => 12_288, 4 => 9_216, 5 => 7_168];

    private const STEP = 1_024;

    private const MOST_PASSES = 12;

    /** @var array{float, float} seconds whatever the parameters, and seconds for each KiB and pass */
    private array $fit;

    /** @param  non-empty-list<Measured>  $points */
    public function __construct(public array $points)
    {
        $this->fit = $this->fitted();
    }

    /** Measured, where it was; between two measured amounts of memory on the line between them; else by the line through all. In seconds. */
    public function seconds(Argon2idParameters $parameters): float
    {
        [$below, $above] = $this->around($parameters);
        if ($below !== null && $above !== null) {
            $width = $above->parameters->memory - $below->parameters->memory;

            return $width === 0 ? $below->seconds : $below->seconds + ($above->seconds - $below->seconds) * ($parameters->memory - $below->parameters->memory) / $width;
        }

        return $this->fit[0] + $this->fit[1] * $parameters->memory * $parameters->passes;
    }

    /**
     * RFC 9106 §4: as much memory as one hash can be given, then as many passes as the time allows; less memory only where one pass
     * takes too long.
     *
     * @param  float  $target  seconds
     * @param  int  $memory  KiB that one hash may take
     * @return Argon2idParameters|null null where the time or the memory does not do for any of OWASP's
     */
    public function suggest(float $target, int $memory): ?Argon2idParameters
    {
        // Below what one pass asks for, more passes make up for less memory.
        foreach (self::OWASP as $passes => $least) {
            $most = $this->mostMemory($target, $memory, $passes, $least);
            if ($most === null) {
                continue;
            }
            while ($passes < self::MOST_PASSES && $this->seconds(new Argon2idParameters($most, $passes + 1, 1)) <= $target) {
                $passes++;
            }

            return new Argon2idParameters($most, $passes, 1);
        }

        return null;
    }

    /** @return int|null KiB; null where not even the least does */
    private function mostMemory(float $target, int $memory, int $passes, int $least): ?int
    {
        // Nothing beyond what the line through all would allow twice over has to be looked at.
        $most = (int) min($memory, max(0.0, 2 * ($target - $this->fit[0]) / ($this->fit[1] * $passes)));
        for ($tried = intdiv($most, self::STEP) * self::STEP; $tried > $least; $tried -= self::STEP) {
            if ($this->seconds(new Argon2idParameters($tried, $passes, 1)) <= $target) {
                return $tried;
            }
        }

        return $least <= $memory && $this->seconds(new Argon2idParameters($least, $passes, 1)) <= $target ? $least : null;
    }

    /** @return array{Measured|null, Measured|null} the measured points of as many passes with no more and no less memory */
    private function around(Argon2idParameters $parameters): array
    {
        [$below, $above] = [null, null];
        foreach ($this->points as $point) {
            if ($point->parameters->passes !== $parameters->passes) {
                continue;
            }
            if ($point->parameters->memory <= $parameters->memory && ($below === null || $point->parameters->memory > $below->parameters->memory)) {
                $below = $point;
            }
            if ($point->parameters->memory >= $parameters->memory && ($above === null || $point->parameters->memory < $above->parameters->memory)) {
                $above = $point;
            }
        }

        return [$below, $above];
    }

    /**
     * How many hashes a second so many workers compute.
     *
     * @param  int  $cores  more workers than these wait for each other
     * @param  float  $efficiency  what a core still does when all of them hash, of what it does alone
     */
    public function perSecond(Argon2idParameters $parameters, int $workers, int $cores, float $efficiency): float
    {
        $busy = min($workers, $cores);
        // Between one busy core, which loses nothing, and all of them.
        $each = $cores === 1 ? 1.0 : 1 - (1 - $efficiency) * ($busy - 1) / ($cores - 1);

        return $busy * $each / $this->seconds($parameters);
    }

    /**
     * Least squares of the relative error, so that the quick ones count as much as the slow.
     *
     * @return array{float, float}
     */
    private function fitted(): array
    {
        $s = $sx = $sy = $sxx = $sxy = 0.0;
        foreach ($this->points as $point) {
            $work = (float) $point->parameters->memory * $point->parameters->passes;
            $weight = 1 / $point->seconds ** 2;
            $s += $weight;
            $sx += $weight * $work;
            $sy += $weight * $point->seconds;
            $sxx += $weight * $work * $work;
            $sxy += $weight * $work * $point->seconds;
        }
        $proportion = [0.0, $sxy / $sxx];
        $determinant = $s * $sxx - $sx * $sx;
        // Through one amount of work no line is better than another.
        if ($determinant <= 1e-6 * $s * $sxx) {
            return $proportion;
        }
        $slope = ($s * $sxy - $sx * $sy) / $determinant;
        $base = ($sy - $slope * $sx) / $s;

        // A line that would begin below zero, or fall, is noise; then time is in proportion to the work.
        return $base < 0 || $slope <= 0 ? $proportion : [$base, $slope];
    }
}
