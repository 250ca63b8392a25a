<?php

declare(strict_types=1);

namespace Kennel\Tests\Support;

use Eris\TestTrait;

/** Properties of generated inputs, with a count of those that got as far as the assertion: a property that is never reached holds of anything. */
trait Properties
{
    use TestTrait;

    /** @var array<string, int> */
    private array $reached = [];

    protected function reach(string $what = 'the assertion'): void
    {
        $this->reached[$what] = ($this->reached[$what] ?? 0) + 1;
    }

    protected function assertReached(int $times, string $what = 'the assertion'): void
    {
        self::assertGreaterThanOrEqual($times, $this->reached[$what] ?? 0, "of the generated inputs, so many should have reached {$what}");
    }
}
