<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports;

use Kennel\Core\Administration\Imports\DecideImport;
use Kennel\Core\Administration\Imports\ImportedAccount;
use Kennel\Core\Administration\Imports\ImportFacts;
use Kennel\Core\Administration\Imports\ImportPlan;
use Kennel\Core\Administration\Imports\MapRow;
use Kennel\Core\Directory\Accounts\AddressRules;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Foundation\Reasons\Reason;

/** Reads an import's file on from where it is, and decides each row: for the check as for the import itself. Outside any transaction, since it is most of the work. */
final readonly class DecideRows
{
    private const CHUNK = 1_000;

    public function __construct(
        private ImportFiles $files,
        private MapRow $map,
        private DecideImport $decide,
        private ImportBounds $bounds,
        private AddressRules $addresses,
        private FieldRules $fields,
        private GatherFacts $facts,
    ) {
    }

    /** @return \Generator<int, DecidedChunk> the last one may have no rows */
    public function chunks(Import $import): \Generator
    {
        $plan = $import->plan($this->fields);
        $facts = ($this->facts)($import->begunBy());
        $rows = [];
        foreach ($this->files->rows($import->id, $import->format)->from($import->offset) as $offset => $row) {
            $rows[] = $this->row($row, $plan, $facts);
            if (count($rows) === self::CHUNK) {
                yield new DecidedChunk($rows, $offset, $facts, isLast: false);
                $rows = [];
                $facts = ($this->facts)($import->begunBy());
            }
        }
        yield new DecidedChunk($rows, $import->bytes, $facts, isLast: true);
    }

    /** @param  array<string, mixed>|Reason  $cells */
    public function row(#[\SensitiveParameter] array|Reason $cells, ImportPlan $plan, ImportFacts $facts): DecidedRow
    {
        if ($cells instanceof Reason) {
            return new DecidedRow('', [$cells], '');
        }
        [$values, $unread] = ($this->map)($cells, $plan);
        $decision = ($this->decide)($values, $plan, $facts);
        if ($unread !== []) {
            // What could not be read is not missing as well.
            $fields = array_column($unread, 'field');
            $decision = [...$unread, ...is_array($decision) ? array_filter($decision, static fn (Reason $reason): bool => ! in_array($reason->field, $fields, true)) : []];
        }
        $decision = $this->bounds->judge($decision instanceof ImportedAccount ? $decision : array_values($decision));
        $typed = $values['address'] ?? '';

        return new DecidedRow(is_string($typed) ? $typed : '', $decision, $decision instanceof ImportedAccount ? $this->addresses->lookupKey($decision->email) : '');
    }
}
