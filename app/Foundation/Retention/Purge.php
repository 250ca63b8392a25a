<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Retention;

use Illuminate\Contracts\Container\Container;
use Psr\Clock\ClockInterface;

/** Everything that goes by itself, capability by capability. */
final readonly class Purge
{
    /** In one statement, so that nobody waits long. */
    private const ROWS = 1_000;

    /**
     * @param  list<class-string>  $pruned  Eloquent records whose rows end by their own rule
     * @param  list<class-string<Forgets>>  $forgets  what deletes by a rule of its own
     */
    public function __construct(private array $pruned, private array $forgets, private Container $container, private ClockInterface $clock)
    {
    }

    /** @return array<class-string, \Closure(): array<string, int>> by who deletes: does it, and says how many rows of which table it were */
    public function steps(): array
    {
        $steps = [];
        foreach ($this->pruned as $record) {
            $steps[$record] = static fn (): array => [(new $record)->getTable() => (new $record)->pruneAll(self::ROWS)];
        }
        foreach ($this->forgets as $class) {
            $steps[$class] = fn (): array => $this->container->make($class)->forget($this->clock->now());
        }

        return $steps;
    }
}
