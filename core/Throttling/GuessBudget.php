<?php

declare(strict_types=1);

namespace Kennel\Core\Throttling;

/**
 * How many guesses an attacker gets in a time who plays the brakes as well as can be: each guess at the moment it is looked at, all of them wrong, from
 * devices that are not known. The network takes no time here, so it is an upper bound.
 */
final readonly class GuessBudget
{
    public function __construct(private ThrottleRules $rules)
    {
    }

    /** On one account, from as many sources as the attacker likes. */
    public function onOneAccount(int $seconds): int
    {
        $guesses = $this->rules->signinsOfAccount->isOn() ? self::within($this->rules->signinsOfAccount, $seconds) : PHP_INT_MAX;

        return min($guesses, $this->rules->ceiling > 0 ? $this->rules->ceiling : PHP_INT_MAX, $this->byService($seconds));
    }

    /**
     * On all accounts, from some sources.
     *
     * @param  int  $accounts  how many there are to guess at
     * @param  int  $sources  of the attacker
     * @param  int  $nets  in which these are
     */
    public function onAll(int $seconds, int $accounts, int $sources, int $nets): int
    {
        $times = static fn (int $each, int $many): int => $each === PHP_INT_MAX || $many === 0 || $each <= intdiv(PHP_INT_MAX, max(1, $many)) ? ($each === PHP_INT_MAX ? PHP_INT_MAX : $each * $many) : PHP_INT_MAX;
        $bySource = $this->rules->signinsOfSource->isOn() ? self::within($this->rules->signinsOfSource, $seconds) : PHP_INT_MAX;
        $byNet = $this->rules->signinsOfNet->isOn() ? self::within($this->rules->signinsOfNet, $seconds) : PHP_INT_MAX;

        return min($times($bySource, $sources), $times($byNet, $nets), $times($this->onOneAccount($seconds), $accounts), $this->byService($seconds));
    }

    private function byService(int $seconds): int
    {
        return $this->rules->signinsOfService->isOn() ? self::within($this->rules->signinsOfService, $seconds) : PHP_INT_MAX;
    }

    /** Whole times until all is forgotten, and what is left of the last. */
    private static function within(Brake $brake, int $seconds): int
    {
        $round = $brake->forgottenAfter->seconds;
        $whole = intdiv($seconds, $round);

        return $whole * self::inOneRound($brake, $round) + self::inOneRound($brake, $seconds % $round);
    }

    /** Before failures are forgotten: the first at once, each further one after its delay. */
    private static function inOneRound(Brake $brake, int $seconds): int
    {
        $guesses = 0;
        for ($at = 0; $at < $seconds; $at += $brake->delayAfter($guesses)) {
            $guesses++;
            if ($guesses <= $brake->free) {
                continue;
            }
            if ($brake->delayAfter($guesses) === $brake->longestDelay->seconds) {
                // From here on the delay is always the same.
                return $guesses + intdiv($seconds - 1 - $at, $brake->longestDelay->seconds);
            }
        }

        return $guesses;
    }
}
