<?php

declare(strict_types=1);

namespace Kennel\App\Imports;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Queue\Step;
use Kennel\Core\Imports\ImportedAccount;
use Kennel\Core\Reasons\Reason;
use Psr\Clock\ClockInterface;

/** The dry run: every row is decided as it would be, and nothing is written but the report. */
final readonly class CheckImport
{
    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private Imports $imports,
        private Accounts $accounts,
        private DecideRows $decide,
    ) {
    }

    /** @return bool false when there is more to do */
    public function __invoke(string $id, Step $step): bool
    {
        $import = $this->imports->find($id);
        if ($import === null || $import->state !== 'checking') {
            return true;
        }
        $counts = RowCounts::of($import);
        foreach ($this->decide->chunks($import) as $chunk) {
            if (! $this->keep($import, $chunk, $counts)) {
                break;
            }
            if (! $chunk->isLast && $step->isOver()) {
                return false;
            }
        }
        $this->imports->forgetAddresses($id);

        return true;
    }

    /**
     * A chunk, its report and the place behind it are one transaction, so that a check that was broken off goes on.
     *
     * @return bool false when it was discarded meanwhile
     */
    private function keep(Import $import, DecidedChunk $chunk, RowCounts $counts): bool
    {
        return $this->database->transaction(function () use ($import, $chunk, $counts): bool {
            $keys = $chunk->lookupKeys();
            $taken = $this->accounts->taken($keys);
            $seen = array_fill_keys(ImportAddress::query()->where('import_id', $import->id)->whereIn('lookup_key', $keys)->pluck('lookup_key')->all(), true);
            $new = [];
            foreach ($chunk->rows as $row) {
                if (! $row->decision instanceof ImportedAccount) {
                    $counts->refuse($row->typed, $row->decision);

                    continue;
                }
                $reason = match (true) {
                    isset($seen[$row->lookupKey]) => new Reason('import.twice', 'address'),
                    isset($taken[$row->lookupKey]) => new Reason('import.taken', 'address'),
                    default => null,
                };
                if (! isset($seen[$row->lookupKey])) {
                    $seen[$row->lookupKey] = true;
                    $new[] = ['import_id' => $import->id, 'lookup_key' => $row->lookupKey];
                }
                $reason === null ? $counts->accept($row->decision) : $counts->refuse($row->decision->email->toString(), [$reason]);
            }
            ImportAddress::query()->insert($new);

            return $this->imports->keep($import, $counts, [
                'offset' => $chunk->offset,
                ...$chunk->isLast ? ['state' => 'checked', 'finished_at' => Moment::write($this->clock->now())] : [],
            ]);
        });
    }
}
