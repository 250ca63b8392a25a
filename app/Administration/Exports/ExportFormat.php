<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Exports;

use Kennel\App\Foundation\Database\AsJson;
use Kennel\Core\Foundation\Text\Harmless;

/** How rows are written: CSV (RFC 4180) or a workbook for spreadsheets, or JSON Lines, a value each as it is stored. */
enum ExportFormat: string
{
    case Csv = 'csv';
    case JsonLines = 'jsonl';
    case Xlsx = 'xlsx';

    /** The last column of CSV: which cells of its row were given an apostrophe, so that no program takes them for formulas. */
    public const MADE_HARMLESS = 'made_harmless';

    /** 2.0 stays 2.0, as it is stored. */
    private const JSON = JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRESERVE_ZERO_FRACTION;

    public function type(): string
    {
        return match ($this) {
            self::Csv => 'text/csv; charset=utf-8; header=present',
            self::JsonLines => 'application/jsonl',
            self::Xlsx => 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
        };
    }

    /** @return int|null as many rows as it can hold */
    public function mostRows(): ?int
    {
        return $this === self::Xlsx ? XlsxFile::MOST_ROWS : null;
    }

    /**
     * @param  resource  $file
     * @param  list<string>  $columns
     */
    public function begin($file, array $columns): void
    {
        match ($this) {
            self::Csv => self::line($file, [...$columns, self::MADE_HARMLESS]),
            self::Xlsx => XlsxFile::begin($file, $columns),
            self::JsonLines => null,
        };
    }

    /**
     * @param  resource  $file
     * @param  list<string>  $columns
     * @param  list<mixed>  $values  in the order of the columns
     * @param  int  $number  of the row, from 1
     */
    public function write($file, array $columns, array $values, int $number): void
    {
        match ($this) {
            self::JsonLines => fwrite($file, json_encode((object) array_combine($columns, $values), self::JSON)."\n"),
            self::Xlsx => XlsxFile::write($file, array_map(static fn (mixed $value): bool|int|float|string => is_bool($value) || is_int($value) || is_float($value) ? $value : self::text($value), $values), $number),
            self::Csv => self::texts($file, $columns, $values),
        };
    }

    /**
     * Once all rows are there.
     *
     * @param  resource  $file
     */
    public function end($file): void
    {
        if ($this === self::Xlsx) {
            XlsxFile::end($file);
        }
    }

    /** Whether the rows are packed into the file once they are all there. */
    public function isPacked(): bool
    {
        return $this === self::Xlsx;
    }

    /**
     * @param  resource  $file
     * @param  list<string>  $columns
     * @param  list<mixed>  $values
     */
    private static function texts($file, array $columns, array $values): void
    {
        $texts = $made = [];
        foreach ($values as $place => $value) {
            $text = is_string($value) ? $value : self::text($value);
            if (Harmless::isFormula($text)) {
                $made[] = $columns[$place];
                $text = Harmless::text($text);
            }
            $texts[] = $text;
        }
        $texts[] = implode(' ', $made);
        self::line($file, $texts);
    }

    private static function text(mixed $value): string
    {
        return match (true) {
            is_string($value) => $value,
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
