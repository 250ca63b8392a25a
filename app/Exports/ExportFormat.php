<?php

declare(strict_types=1);

namespace Kennel\App\Exports;

use Kennel\App\Platform\Database\AsJson;
use Kennel\Core\Text\Harmless;

/** How rows are written: CSV (RFC 4180) for spreadsheets, or JSON Lines, a value each as it is stored. */
enum ExportFormat: string
{
    case Csv = 'csv';
    case JsonLines = 'jsonl';

    /** The last column of CSV: which cells of its row were given an apostrophe, so that no program takes them for formulas. */
    public const MADE_HARMLESS = 'made_harmless';

    public function type(): string
    {
        return $this === self::Csv ? 'text/csv; charset=utf-8; header=present' : 'application/jsonl';
    }

    /**
     * @param  resource  $file
     * @param  list<string>  $columns
     */
    public function begin($file, array $columns): void
    {
        if ($this === self::Csv) {
            self::line($file, [...$columns, self::MADE_HARMLESS]);
        }
    }

    /**
     * @param  resource  $file
     * @param  array<string, mixed>  $row  by column
     */
    public function write($file, array $row): void
    {
        if ($this === self::JsonLines) {
            fwrite($file, AsJson::encode((object) $row)."\n");

            return;
        }
        $texts = array_map(self::text(...), $row);
        self::line($file, [
            ...array_values(array_map(Harmless::text(...), $texts)),
            implode(' ', array_keys(array_filter($texts, Harmless::isFormula(...)))),
        ]);
    }

    private static function text(mixed $value): string
    {
        return match (true) {
            $value === null => '',
            is_bool($value) => $value ? 'yes' : 'no',
            is_array($value) && array_is_list($value) => implode(', ', array_map(self::text(...), $value)),
            is_scalar($value) => (string) $value,
            default => AsJson::encode($value),
        };
    }

    /**
     * @param  resource  $file
     * @param  list<string>  $cells
     */
    private static function line($file, array $cells): void
    {
        fputcsv($file, $cells, ',', '"', '', "\r\n");
    }
}
