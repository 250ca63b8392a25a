<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts;

/** Conditions and a search as clauses, and, once it was looked for, which of them leads. */
final readonly class Meant
{
    /**
     * @param  list<Clause>  $clauses
     * @param  Narrowed|null  $led  by a set that is small: its rows are gone through, in whatever order they are wanted; null where none is small, or none was looked for
     */
    public function __construct(public array $clauses, public ?Narrowed $led)
    {
    }

    public function areFew(): bool
    {
        return $this->led !== null;
    }
}
