<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports;

use Kennel\Core\Administration\Imports\ImportedAccount;
use Kennel\Core\Administration\Imports\ImportFacts;

/** So many rows at once as one transaction takes. */
final readonly class DecidedChunk
{
    /**
     * @param  list<DecidedRow>  $rows
     * @param  int  $offset  the place in bytes behind them
     * @param  ImportFacts  $facts  they were decided by
     */
    public function __construct(public array $rows, public int $offset, public ImportFacts $facts, public bool $isLast)
    {
    }

    /** @return list<string> ids that accounts ask to keep */
    public function ids(): array
    {
        return array_values(array_filter(array_map(static fn (DecidedRow $row): ?string => $row->decision instanceof ImportedAccount ? $row->decision->id : null, $this->rows), is_string(...)));
    }

    /** @return list<string> of what is not refused, each once */
    public function lookupKeys(): array
    {
        return array_values(array_unique(array_filter(array_column($this->rows, 'lookupKey'), static fn (string $key): bool => $key !== '')));
    }
}
