<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Throttling;

use Kennel\Core\Foundation\Throttling\Brake;
use Kennel\Core\Foundation\Throttling\ThrottleRules;

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
        $atMost = $this->rules->ceiling > 0 ? $this->rules->ceiling : PHP_INT_MAX;

        return min(self::within($this->rules->signinsOfAccount, $seconds), $atMost, self::within($this->rules->signinsOfService, $seconds));
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
        return min(
            self::times(self::within($this->rules->signinsOfSource, $seconds), $sources),
            self::times(self::within($this->rules->signinsOfNet, $seconds), $nets),
            self::times($this->onOneAccount($seconds), $accounts),
            self::within($this->rules->signinsOfService, $seconds),
        );
    }

    /** As many as an integer holds, where it is more. */
    private static function times(int $each, int $many): int
    {
        return $each > intdiv(PHP_INT_MAX, max(1, $many)) ? PHP_INT_MAX : $each * $many;
    }

    /** Whole times until all is forgotten, and what is left of the last; PHP_INT_MAX without a brake. */
    private static function within(Brake $brake, int $seconds): int
    {
        if (! $brake->isOn()) {
            return PHP_INT_MAX;
        }
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
