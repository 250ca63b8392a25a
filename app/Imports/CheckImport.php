<?php

declare(strict_types=1);

namespace Kennel\App\Imports;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Queue\Step;
use Kennel\Core\Accounts\AddressRules;
use Kennel\Core\Imports\DecideImport;
use Kennel\Core\Imports\ImportedAccount;
use Kennel\Core\Reasons\Reason;
use Psr\Clock\ClockInterface;

/** The dry run: every row is decided as it would be, and nothing is written but the report. */
final readonly class CheckImport
{
    private const CHUNK = 1_000;

    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private Imports $imports,
        private ImportFiles $files,
        private Accounts $accounts,
        private DecideImport $decide,
        private AddressRules $addresses,
        private ImportBounds $bounds,
    ) {
    }

    /** @return bool false when there is more to do */
    public function __invoke(string $id, Step $step): bool
    {
        $import = $this->imports->find($id);
        if ($import === null || $import->state !== 'checking') {
            return true;
        }
        $tally = RowCounts::of($import);
        $chunk = [];
        $last = $import->offset;
        foreach ($this->files->rows($id, $import->format)->from($last) as $offset => $row) {
            $chunk[] = $row;
            $last = $offset;
            if (count($chunk) === self::CHUNK) {
                if (! $this->keep($import, $chunk, $tally, ['offset' => $last])) {
                    return true;
                }
                if ($step->isOver()) {
                    return false;
                }
                $chunk = [];
            }
        }
        $this->keep($import, $chunk, $tally, ['offset' => $import->bytes, 'state' => 'checked', 'finished_at' => Moment::write($this->clock->now())]);
        $this->imports->forgetAddresses($id);

        return true;
    }

    /**
     * A chunk, its report and the place behind it are one transaction, so that a check that was broken off goes on.
     *
     * @param  list<array<string, string>|Reason>  $rows
     * @param  array<string, mixed>  $more
     * @return bool false when it was discarded meanwhile
     */
    private function keep(Import $import, #[\SensitiveParameter] array $rows, RowCounts $tally, array $more): bool
    {
        $rules = $import->rules();
        $decided = array_map(
            fn (array|Reason $row): ImportedAccount|array => $row instanceof Reason ? [$row] : $this->bounds->judge(($this->decide)($row, $rules)),
            $rows,
        );

        $keys = array_map(
            fn (ImportedAccount|array $one): ?string => $one instanceof ImportedAccount ? $this->addresses->lookupKey($one->email) : null,
            $decided,
        );

        return $this->database->transaction(function () use ($import, $rows, $decided, $keys, $tally, $more): bool {
            $asked = array_values(array_unique(array_filter($keys, is_string(...))));
            $taken = $this->accounts->taken($asked);
            $seen = array_fill_keys(ImportAddress::query()->where('import_id', $import->id)->whereIn('lookup_key', $asked)->pluck('lookup_key')->all(), true);
            $new = [];
            foreach ($decided as $index => $one) {
                if (! $one instanceof ImportedAccount) {
                    $tally->refuse($rows[$index] instanceof Reason ? '' : $rows[$index]['address'] ?? '', $one);

                    continue;
                }
                $key = (string) $keys[$index];
                $reason = match (true) {
                    isset($seen[$key]) || isset($new[$key]) => new Reason('import.twice', 'address'),
                    isset($taken[$key]) => new Reason('import.taken', 'address'),
                    default => null,
                };
                $new[$key] ??= ['import_id' => $import->id, 'lookup_key' => $key];
                $reason === null ? $tally->accept($one) : $tally->refuse($one->email->toString(), [$reason]);
            }
            ImportAddress::query()->insert(array_values(array_diff_key($new, $seen)));

            return $this->imports->keep($import, $tally, $more);
        });
    }
}
