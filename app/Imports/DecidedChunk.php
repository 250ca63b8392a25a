<?php

declare(strict_types=1);

namespace Kennel\App\Imports;

/** So many rows at once as one transaction takes. */
final readonly class DecidedChunk
{
    /**
     * @param  list<DecidedRow>  $rows
     * @param  int  $offset  the place in bytes behind them
     */
    public function __construct(public array $rows, public int $offset, public bool $isLast)
    {
    }

    /** @return list<string> of what is not refused, each once */
    public function lookupKeys(): array
    {
        return array_values(array_unique(array_filter(array_column($this->rows, 'lookupKey'), static fn (string $key): bool => $key !== '')));
    }
}
