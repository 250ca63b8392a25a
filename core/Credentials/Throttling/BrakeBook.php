<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Throttling;

use Kennel\Core\Foundation\Throttling\Brake;

/** One brake at work on many keys at once, in memory: as it works in the store, for a replay. */
final class BrakeBook
{
    /** @var array<string, array{0: int, 1: int, 2: int}> by key: failures, when they are forgotten, and until when the next is not looked at; in milliseconds */
    private array $keys = [];

    public function __construct(private readonly Brake $brake)
    {
    }

    /** @return int milliseconds from now on; 0 when it is looked at */
    public function wait(string $key, int $now): int
    {
        return isset($this->keys[$key]) ? max(0, $this->keys[$key][2] - $now) : 0;
    }

    public function fail(string $key, int $now): void
    {
        if (! $this->brake->isOn()) {
            return;
        }
        [$failures, $forgotten] = isset($this->keys[$key]) && $this->keys[$key][1] > $now ? $this->keys[$key] : [0, $now + $this->brake->forgottenAfter->seconds * 1_000];
        $delay = $this->brake->delayAfter(++$failures);
        $this->keys[$key] = [$failures, $forgotten, $now + $delay * 1_000];
    }

    public function forgive(string $key): void
    {
        unset($this->keys[$key]);
    }
}
