<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Throttling;

use Illuminate\Cache\RateLimiter;
use Illuminate\Contracts\Cache\Repository;
use Illuminate\Support\Carbon;
use Kennel\App\Directory\Accounts\HeldBackAddresses;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Throttling\Throttle;
use Kennel\Core\Foundation\Throttling\Brake;
use Kennel\Core\Foundation\Throttling\ThrottleRules;

/**
 * Growing delays for whoever guesses: by the account, by the source and its network, and by everybody together; and an end after so many failures in a
 * row. An address without an account is braked like any other, so that the brake tells nobody which there are. A device that the account has signed in on
 * has a count of its own and is held back by no other, so that no stranger can lock its holder out.
 */
final readonly class Brakes
{
    public function __construct(
        private RateLimiter $limiter,
        private Repository $cache,
        private ThrottleRules $rules,
        private HeldBackAddresses $heldBack,
        private HeldSources $heldSources,
        private FailureRuns $runs,
        private SigninHistory $history,
    ) {
    }

    /**
     * Counts an attempt before what was typed is looked at, so that many at once gain nothing.
     *
     * @throws Refusal while a delay lasts, and after too many failures in a row
     */
    public function enter(Whom $whom): Attempt
    {
        $counted = $this->counted($whom);
        $untils = array_map(fn (array $one): int => (int) $this->cache->get("{$one[0]}:until", 0), $counted);
        $this->letPass($whom, (int) ceil((max($untils) - self::now()) / 1_000));
        $hasCeiling = $whom->knownDevice === null;
        $hasCeiling && $this->rules->ceiling > 0 && $this->runs->of($whom->key) >= $this->rules->ceiling && $this->end($whom);
        $failures = [];
        $wait = 0;
        foreach ($counted as $at => [$key, $brake, $onDelay]) {
            $failures[$at] = $brake->isOn() ? $this->limiter->hit($key, $brake->forgottenAfter->seconds) : 0;
            $wait = max($wait, $this->delay($key, $untils[$at], $brake->delayAfter($failures[$at]), $failures[$at], $onDelay));
        }
        if ($wait > 0) {
            array_map(fn (array $one) => $this->takeBack($one[0], $one[1]), $counted);
        }
        $this->letPass($whom, $wait);
        $inARow = $hasCeiling ? $this->runs->add($whom->key) : 0;
        if ($hasCeiling && $this->rules->ceiling > 0 && $inARow > $this->rules->ceiling) {
            $this->runs->takeBack($whom->key);
            $this->end($whom);
        }

        return new Attempt($whom, $inARow, function () use ($whom, $counted, $failures, $hasCeiling): void {
            foreach ($counted as $at => [$key, $brake]) {
                // Of sources its own attempt only: a guesser cannot wipe out what they owe by signing in to an account of their own.
                $at === 0 && $failures[0] > 1 ? $this->clear($key) : $this->takeBack($key, $brake);
            }
            $hasCeiling && $this->runs->clear($whom->key);
            $whom->isAccount && $this->heldBack->release($whom->key);
        });
    }

    /** Nothing is held against an account any more: its password is another, or an operator says so. */
    public function release(string $lookupKey, string $accountId): void
    {
        foreach ([$lookupKey, Whom::insideKey($accountId), Whom::factorKey($accountId)] as $key) {
            $this->clear(self::account($key));
            $this->runs->clear($key);
        }
        $this->heldBack->release($lookupKey);
    }

    /** @param  'source'|'net'|'service'  $kind */
    public function releaseSource(string $kind, string $source): void
    {
        $this->clear("brake:{$kind}:".Throttle::digest($source));
        $this->heldSources->release($kind, $source);
    }

    /** @return non-empty-list<array{0: string, 1: Brake, 2: \Closure(int, int): void}> key, brake, and what is written down once it is on; the account's own first */
    private function counted(Whom $whom): array
    {
        $nothing = static fn (int $failures, int $delay) => null;
        if ($whom->knownDevice !== null) {
            return [['brake:device:'.Throttle::digest("{$whom->key} {$whom->knownDevice}"), $this->rules->signinsOfAccount, $nothing]];
        }
        $own = [
            self::account($whom->key),
            $this->rules->signinsOfAccount,
            $whom->isAccount ? fn (int $failures, int $delay) => $this->heldBack->note($whom->key, $delay, $failures) : $nothing,
        ];
        $from = fn (string $kind, string $name, Brake $brake): array => [
            "brake:{$kind}:".Throttle::digest($name), $brake, fn (int $failures, int $delay) => $this->heldSources->note($kind, $name, $failures, $delay),
        ];

        return [
            $own,
            $from('source', $whom->source, $this->rules->signinsOfSource),
            $from('net', $whom->net, $this->rules->signinsOfNet),
            $from('service', '', $this->rules->signinsOfService),
        ];
    }

    private static function account(string $key): string
    {
        return 'brake:account:'.Throttle::digest($key);
    }

    /** @throws Refusal */
    private function letPass(Whom $whom, int $wait): void
    {
        if ($wait > 0) {
            $this->history->note($whom, 'held');
            throw Refusal::heldBack('signin.held_back', $wait);
        }
    }

    /** @throws Refusal */
    private function end(Whom $whom): never
    {
        $whom->isAccount && $this->heldBack->note($whom->key, null, $this->rules->ceiling);
        $this->history->note($whom, 'held');
        throw Refusal::notAllowed('signin.ceiling');
    }

    /**
     * Begins the delay that follows an attempt. Of many that arrive together after one delay, one begins the next; the others have to wait for its end.
     *
     * @param  int  $until  the end of the delay before, in milliseconds, as it was read when this attempt arrived; 0 for none
     * @param  \Closure(int, int): void  $onDelay
     * @return int how long this attempt has to wait, in seconds; 0 when it may be looked at
     */
    private function delay(string $key, int $until, int $delay, int $failures, \Closure $onDelay): int
    {
        if ($delay === 0) {
            return 0;
        }
        if (! $this->cache->add("{$key}:after:{$until}", 1, $delay)) {
            return $delay;
        }
        $this->cache->put("{$key}:until", self::now() + $delay * 1_000, $delay + 1);
        $onDelay($failures, $delay);

        return 0;
    }

    private function clear(string $key): void
    {
        $this->limiter->clear($key);
        $this->cache->forget("{$key}:until");
        $this->cache->forget("{$key}:after:0");
    }

    private function takeBack(string $key, Brake $brake): void
    {
        if ($brake->isOn()) {
            $this->limiter->decrement($key, $brake->forgottenAfter->seconds);
        }
    }

    /** In milliseconds, by the clock the limiter counts by: a whole second must not be over when the next one begins. */
    private static function now(): int
    {
        return (int) Carbon::now()->getTimestampMs();
    }
}
