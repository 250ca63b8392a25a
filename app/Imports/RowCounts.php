<?php

declare(strict_types=1);

namespace Kennel\App\Imports;

use Kennel\App\Platform\Database\AsJson;
use Kennel\Core\Imports\ImportedAccount;
use Kennel\Core\Reasons\Reason;

/** How far an import is, and what became of its rows. Kept with each chunk, so that a run broken off goes on with it. */
final class RowCounts
{
    /** Of one reason so many rows are listed; all are counted. */
    private const LISTED = 500;

    /** @var list<array<string, mixed>> refused rows since they were last kept */
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
        private array $kinds,
        private array $codes,
    ) {
    }

    public static function of(Import $import): self
    {
        return new self($import->id, $import->done, $import->accepted, $import->refused, $import->kinds, $import->codes);
    }

    public function accept(ImportedAccount $account): void
    {
        $this->done++;
        $this->accepted++;
        $this->kinds[$account->kind] = ($this->kinds[$account->kind] ?? 0) + 1;
    }

    /** @param  non-empty-list<Reason>  $reasons */
    public function refuse(string $address, array $reasons): void
    {
        $this->done++;
        $this->refused++;
        foreach ($reasons as $reason) {
            $this->codes[$reason->code] = ($this->codes[$reason->code] ?? 0) + 1;
            if ($this->codes[$reason->code] <= self::LISTED) {
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
    }

    /** @return list<array<string, mixed>> refused rows to be kept, each once */
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
}
