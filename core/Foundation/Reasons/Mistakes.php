<?php

declare(strict_types=1);

namespace Kennel\Core\Foundation\Reasons;

/** Collects what is wrong with several values, so that all of it is said at once and in the order it was looked at. */
final class Mistakes
{
    /** @var list<Reason> */
    private array $reasons = [];

    /**
     * @template T
     *
     * @param  \Closure(): T  $make
     * @return T|null null for what cannot be made; why is collected
     */
    public function attempt(\Closure $make): mixed
    {
        try {
            return $make();
        } catch (Refused $refused) {
            $this->reasons[] = $refused->reason;

            return null;
        }
    }

    /** @param  Reason|null  ...$reasons  null for nothing wrong */
    public function add(?Reason ...$reasons): void
    {
        $this->reasons = [...$this->reasons, ...array_values(array_filter($reasons))];
    }

    /** @return list<Reason> */
    public function all(): array
    {
        return $this->reasons;
    }
}
