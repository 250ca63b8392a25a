<?php

declare(strict_types=1);

namespace Kennel\App\Imports;

use Kennel\Core\Imports\ImportedAccount;
use Kennel\Core\Reasons\Reason;

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
