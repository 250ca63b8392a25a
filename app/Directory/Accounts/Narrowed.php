<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts;

/** What is known of who is meant before a row is read. */
final readonly class Narrowed
{
    /**
     * @param  list<int>|null  $seqs  those that pass the conditions that are done with, where they are few
     * @param  list<Clause>  $driving  whose sets are small enough to be gone through, where they are not few
     * @param  list<Clause>  $tests  what is left to be tested on each row
     */
    public function __construct(public ?array $seqs, public array $driving, public array $tests)
    {
    }
}
