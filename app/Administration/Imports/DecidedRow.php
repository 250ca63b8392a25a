<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports;

use Kennel\Core\Administration\Imports\ImportedAccount;
use Kennel\Core\Foundation\Reasons\Reason;

/** A row of an import's file, and what becomes of it. */
final readonly class DecidedRow
{
    /**
     * @param  string  $typed  the address as the file has it
     * @param  ImportedAccount|non-empty-list<Reason>  $decision
     * @param  string  $lookupKey  "" for what is refused
     */
    public function __construct(public string $typed, #[\SensitiveParameter] public ImportedAccount|array $decision, public string $lookupKey)
    {
    }
}
