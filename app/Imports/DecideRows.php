<?php

declare(strict_types=1);

namespace Kennel\App\Imports;

use Kennel\Core\Accounts\AddressRules;
use Kennel\Core\Imports\DecideImport;
use Kennel\Core\Imports\ImportedAccount;
use Kennel\Core\Imports\ImportRules;
use Kennel\Core\Reasons\Reason;

/** Reads an import's file on from where it is, and decides each row: for the check as for the import itself. Outside any transaction, since it is most of the work. */
final readonly class DecideRows
{
    private const CHUNK = 1_000;

    public function __construct(private ImportFiles $files, private DecideImport $decide, private ImportBounds $bounds, private AddressRules $addresses)
    {
    }

    /** @return \Generator<int, DecidedChunk> the last one may have no rows */
    public function chunks(Import $import): \Generator
    {
        $rules = $import->rules();
        $rows = [];
        foreach ($this->files->rows($import->id, $import->format)->from($import->offset) as $offset => $row) {
            $rows[] = $this->row($row, $rules);
            if (count($rows) === self::CHUNK) {
                yield new DecidedChunk($rows, $offset, isLast: false);
                $rows = [];
            }
        }
        yield new DecidedChunk($rows, $import->bytes, isLast: true);
    }

    /** @param  array<string, string>|Reason  $row */
    private function row(#[\SensitiveParameter] array|Reason $row, ImportRules $rules): DecidedRow
    {
        if ($row instanceof Reason) {
            return new DecidedRow('', [$row], '');
        }
        $decision = $this->bounds->judge(($this->decide)($row, $rules));

        return new DecidedRow($row['address'] ?? '', $decision, $decision instanceof ImportedAccount ? $this->addresses->lookupKey($decision->email) : '');
    }
}
