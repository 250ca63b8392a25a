<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts;

/** One condition in SQL: as a test of the row under the eye, and, where an index has them, as the set of all that pass. */
final readonly class Clause
{
    /**
     * @param  string  $test  of a row of accounts
     * @param  list<string>  $bindings
     * @param  string|null  $set  selects the sequence numbers of all that pass, and some twice; null where only walking finds them
     * @param  list<string>|null  $setBindings  null for those of the test
     * @param  string|null  $rough  selects them and a few others, and reads nothing but an index; null where the set does so itself
     * @param  list<string>  $roughBindings
     * @param  string|null  $size  selects as many rows for less, with the bindings of the set
     */
    public function __construct(
        public string $test,
        public array $bindings,
        public ?string $set = null,
        private ?array $setBindings = null,
        public ?string $rough = null,
        private array $roughBindings = [],
        private ?string $size = null,
    ) {
    }

    /** @return array{string, list<string>} */
    public function exactly(): array
    {
        return [(string) $this->set, $this->setBindings ?? $this->bindings];
    }

    /** @return array{string, list<string>} */
    public function roughly(): array
    {
        return $this->rough === null ? $this->exactly() : [$this->rough, $this->roughBindings];
    }

    /** @return array{string, list<string>} selects as many rows as roughly() does */
    public function size(): array
    {
        return $this->size === null ? $this->roughly() : [$this->size, $this->setBindings ?? $this->bindings];
    }
}
