<?php

declare(strict_types=1);

namespace Kennel\App\Passwords;

use Illuminate\Cache\RateLimiter;
use Illuminate\Contracts\Cache\Repository;
use Illuminate\Support\Carbon;
use Kennel\App\Accounts\HeldBackAddresses;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\App\Platform\Throttling\Throttle;
use Kennel\Core\Throttling\Brake;
use Kennel\Core\Throttling\ThrottleRules;

/**
 * Growing delays for whoever guesses passwords: by the account, and by the source. An address without an account is braked like any
 * other, so that the brake tells nobody which there are.
 */
final readonly class Brakes
{
    public function __construct(private RateLimiter $limiter, private Repository $cache, private ThrottleRules $rules, private HeldBackAddresses $heldBack)
    {
    }

    /**
     * Counts an attempt before its password is looked at, so that many at once gain nothing.
     *
     * @param  string  $key  the lookup key of the address, or whatever was typed for one
     *
     * @throws Refusal while a delay lasts
     */
    public function enter(string $key, string $source): Attempt
    {
        $account = 'brake:account:'.Throttle::digest($key);
        $from = 'brake:source:'.Throttle::digest($source);
        $wait = max($this->wait($account), $this->wait($from));
        if ($wait > 0) {
            throw Refusal::heldBack('signin.held_back', $wait);
        }
        $failures = $this->count($account, $this->rules->signinsOfAccount, $key);
        $this->count($from, $this->rules->signinsOfSource);

        return new Attempt(function () use ($account, $from, $failures, $key): void {
            if ($failures > 1) {
                $this->limiter->clear($account);
                $this->cache->forget("{$account}:until");
                $this->heldBack->release($key);
            } else {
                $this->takeBack($account, $this->rules->signinsOfAccount);
            }
            // Its own attempt only: a guesser cannot wipe out what they owe by signing in to an account of their own.
            $this->takeBack($from, $this->rules->signinsOfSource);
        });
    }

    private function wait(string $key): int
    {
        return (int) max(0, ceil(((int) $this->cache->get("{$key}:until", 0) - self::now()) / 1_000));
    }

    /** @return int how many there are now, this one among them */
    private function count(string $key, Brake $brake, ?string $lookupKey = null): int
    {
        if ($brake->free === 0) {
            return 0;
        }
        $failures = $this->limiter->hit($key, $brake->forgottenAfter->seconds);
        $delay = $brake->delayAfter($failures);
        if ($delay > 0) {
            $this->cache->put("{$key}:until", self::now() + $delay * 1_000, $delay + 1);
            $lookupKey === null || $this->heldBack->note($lookupKey, $delay);
        }

        return $failures;
    }

    private function takeBack(string $key, Brake $brake): void
    {
        if ($brake->free > 0) {
            $this->limiter->decrement($key, $brake->forgottenAfter->seconds);
        }
    }

    /** In milliseconds, by the clock the limiter counts by: a whole second must not be over when the next one begins. */
    private static function now(): int
    {
        return (int) Carbon::now()->getTimestampMs();
    }
}
