<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports;

use Kennel\App\Foundation\Words;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Text\Harmless;

/** An import's report as CSV (RFC 4180), every row of it: which of the file's, whose, what became of it and why. */
final readonly class ReportFile
{
    private const COLUMNS = ['row', 'address', 'outcome', 'code', 'column', 'why'];

    private const ROWS_AT_ONCE = 1_000;

    /** Of what is neither a new account nor refused. */
    private const OUTCOMES = ['import.updated' => 'changed', 'import.left' => 'left', 'import.unchanged' => 'left'];

    public function __construct(private Words $words)
    {
    }

    public function write(Import $import): void
    {
        $file = fopen('php://output', 'wb');
        if ($file === false) {
            throw new \RuntimeException('The answer cannot be written to.');
        }
        fputcsv($file, self::COLUMNS, ',', '"', '', "\r\n");
        $after = 0;
        do {
            $rows = ImportRow::query()->where('import_id', $import->id)->where('seq', '>', $after)->orderBy('seq')->limit(self::ROWS_AT_ONCE)->get();
            foreach ($rows as $row) {
                fputcsv($file, [
                    (string) $row->row, Harmless::text($row->address), self::OUTCOMES[$row->code] ?? 'refused', $row->code, (string) $row->field,
                    Harmless::text($this->words->say(new Reason($row->code, $row->field, $row->parameters))),
                ], ',', '"', '', "\r\n");
                $after = $row->seq;
            }
        } while ($rows->count() === self::ROWS_AT_ONCE);
        fclose($file);
    }
}
