<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Throttling;

use Kennel\Core\Foundation\Throttling\ThrottleRules;

/**
 * What past sign-ins would have met under a rule book's brakes. Everybody comes as they came: whoever would have had to wait is not assumed to come again,
 * nor an attacker to guess otherwise.
 */
final class Replay
{
    private BrakeBook $accounts;

    private BrakeBook $devices;

    private BrakeBook $sources;

    private BrakeBook $nets;

    private BrakeBook $service;

    /** @var array<string, int> failures in a row, by account */
    private array $run = [];

    /** @var array<string, int> the longest wait of each who had the right password and would have waited, in milliseconds; PHP_INT_MAX at the ceiling */
    private array $held = [];

    private int $through = 0;

    private int $stopped = 0;

    public function __construct(private readonly ThrottleRules $rules)
    {
        $this->accounts = new BrakeBook($rules->signinsOfAccount);
        $this->devices = new BrakeBook($rules->signinsOfAccount);
        $this->sources = new BrakeBook($rules->signinsOfSource);
        $this->nets = new BrakeBook($rules->signinsOfNet);
        $this->service = new BrakeBook($rules->signinsOfService);
    }

    /** In the order they were made. */
    public function meet(PastSignin $one): void
    {
        $wait = $this->wait($one);
        if ($wait > 0) {
            if ($one->wasRight) {
                $this->held[$one->account] = max($this->held[$one->account] ?? 0, $wait);
            } else {
                $this->stopped++;
            }

            return;
        }
        if ($one->wasRight) {
            $this->accounts->forgive($one->account);
            $this->devices->forgive($one->account);
            unset($this->run[$one->account]);

            return;
        }
        $this->through++;
        if ($one->isKnownDevice) {
            $this->devices->fail($one->account, $one->at);

            return;
        }
        $this->accounts->fail($one->account, $one->at);
        $this->sources->fail($one->source, $one->at);
        $this->nets->fail($one->net, $one->at);
        $this->service->fail('', $one->at);
        $this->run[$one->account] = ($this->run[$one->account] ?? 0) + 1;
    }

    /** @return array<string, int> by account: how long who had the right password would have waited at most, in seconds; -1 where waiting would not have helped. The longest first */
    public function heldBack(): array
    {
        arsort($this->held);

        return array_map(static fn (int $milliseconds): int => $milliseconds === PHP_INT_MAX ? -1 : intdiv($milliseconds + 999, 1_000), $this->held);
    }

    /** Wrong ones that would have been looked at. */
    public function guessesThrough(): int
    {
        return $this->through;
    }

    /** Wrong ones that would not have been. */
    public function guessesStopped(): int
    {
        return $this->stopped;
    }

    private function wait(PastSignin $one): int
    {
        if ($one->isKnownDevice) {
            return $this->devices->wait($one->account, $one->at);
        }
        if ($this->rules->ceiling > 0 && ($this->run[$one->account] ?? 0) >= $this->rules->ceiling) {
            return PHP_INT_MAX;
        }

        return max(
            $this->accounts->wait($one->account, $one->at), $this->sources->wait($one->source, $one->at), $this->nets->wait($one->net, $one->at), $this->service->wait('', $one->at),
        );
    }
}
