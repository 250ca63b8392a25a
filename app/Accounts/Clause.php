<?php

declare(strict_types=1);

namespace Kennel\App\Accounts;

/** One condition in SQL: as a test of the row under the eye, and, where an index has them, as the set of all that pass. */
final readonly class Clause
{
    /**
     * @param  string  $test  of a row of accounts
     * @param  list<string>  $bindings
     * @param  string|null  $set  selects the sequence numbers of all that pass, by an index; null where only walking finds them
     * @param  list<string>|null  $setBindings  null for the same
     */
    public function __construct(public string $test, public array $bindings, public ?string $set = null, public ?array $setBindings = null)
    {
    }
}
