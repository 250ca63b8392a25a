<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports;

use Kennel\App\Foundation\Database\AsJson;
use Kennel\Core\Administration\Imports\ImportedAccount;
use Kennel\Core\Foundation\Reasons\Reason;

/** How far an import is, and what became of its rows. Kept with each chunk, so that a run broken off goes on with it. */
final class RowCounts
{
    /** @var list<array<string, mixed>> what became of rows, where it is not a new account, since they were last kept */
    private array $rows = [];

    /**
     * @param  array<string, int>  $kinds
     * @param  array<string, int>  $codes
     */
    private function __construct(
        private readonly string $importId,
        private int $done,
        private int $accepted,
        private int $refused,
        private int $updated,
        private int $left,
        private array $kinds,
        private array $codes,
    ) {
    }

    public static function of(Import $import): self
    {
        return new self($import->id, $import->done, $import->accepted, $import->refused, $import->updated, $import->left, $import->kinds, $import->codes);
    }

    public function accept(ImportedAccount $account): void
    {
        $this->done++;
        $this->accepted++;
        if ($account->kind !== '') {
            $this->kinds[$account->kind] = ($this->kinds[$account->kind] ?? 0) + 1;
        }
    }

    /** @param  non-empty-list<Reason>  $reasons */
    public function refuse(string $address, array $reasons): void
    {
        $this->done++;
        $this->refused++;
        $this->note($address, $reasons);
    }

    /** @param  list<string>  $parts  of the account that is there, which the row changes */
    public function update(string $address, array $parts): void
    {
        $this->done++;
        $this->updated++;
        $this->note($address, [new Reason('import.updated', null, ['parts' => $parts])]);
    }

    /** The account that is there stays as it is. */
    public function leave(string $address, string $code): void
    {
        $this->done++;
        $this->left++;
        $this->note($address, [new Reason($code)]);
    }

    /** @param  non-empty-list<Reason>  $reasons */
    private function note(string $address, array $reasons): void
    {
        foreach ($reasons as $reason) {
            $this->codes[$reason->code] = ($this->codes[$reason->code] ?? 0) + 1;
            $this->rows[] = [
                'import_id' => $this->importId,
                'row' => $this->done,
                'address' => mb_substr($address, 0, 254),
                'code' => $reason->code,
                'field' => $reason->field,
                'parameters' => AsJson::encode((object) $reason->parameters),
            ];
        }
    }

    /** @return list<array<string, mixed>> rows to be kept, each once */
    public function takeRows(): array
    {
        $rows = $this->rows;
        $this->rows = [];

        return $rows;
    }

    /** @return array<string, mixed> columns of the import */
    public function columns(): array
    {
        return [
            'done' => $this->done,
            'accepted' => $this->accepted,
            'refused' => $this->refused,
            'updated' => $this->updated,
            'left' => $this->left,
            'kinds' => AsJson::encode((object) $this->kinds),
            'codes' => AsJson::encode((object) $this->codes),
        ];
    }

    public function accepted(): int
    {
        return $this->accepted;
    }

    public function refused(): int
    {
        return $this->refused;
    }

    public function updated(): int
    {
        return $this->updated;
    }
}
