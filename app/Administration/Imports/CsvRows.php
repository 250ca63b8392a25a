<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports;

use Kennel\Core\Foundation\Reasons\Reason;

/** RFC 4180: a first line with the columns' names, in any order; commas, or semicolons where there are no commas in it. */
final class CsvRows implements Rows
{
    /** @var array{columns: list<string>, separator: string, begins: int}|null */
    private ?array $header = null;

    /** @param  resource  $file */
    public function __construct(private $file)
    {
    }

    public function from(int $offset): \Generator
    {
        ['columns' => $columns, 'separator' => $separator, 'begins' => $begins] = $this->header();
        fseek($this->file, max($offset, $begins));
        while (($values = fgetcsv($this->file, self::LONGEST, $separator, '"', '')) !== false) {
            $end = (int) ftell($this->file);
            if ($values === [null]) {
                continue;
            }
            $values = array_map(static fn (?string $value): string => $value ?? '', $values);
            yield $end => match (true) {
                count($values) !== count($columns) => new Reason('import.columns_in_row', null, ['found' => count($values), 'asked' => count($columns)]),
                ! mb_check_encoding($values, 'UTF-8') => new Reason('import.encoding'),
                default => array_combine($columns, $values),
            };
        }
    }

    /** In small letters, since the first line is written by hand as often as not. */
    public function columns(): array
    {
        return $this->header()['columns'];
    }

    public function reasonAgainst(): ?Reason
    {
        $columns = $this->columns();

        return count(array_unique($columns)) === count($columns) ? null : new Reason('import.columns_twice', 'file');
    }

    /** @return array{columns: list<string>, separator: string, begins: int} */
    private function header(): array
    {
        if ($this->header === null) {
            rewind($this->file);
            $line = (string) fgets($this->file, self::LONGEST);
            // A byte order mark says nothing in UTF-8; spreadsheets write one all the same.
            $line = preg_replace('/^\xEF\xBB\xBF/', '', $line) ?? $line;
            $separator = ! str_contains($line, ',') && str_contains($line, ';') ? ';' : ',';
            $columns = array_map(static fn (?string $name): string => mb_strtolower(trim((string) $name)), str_getcsv($line, $separator, '"', ''));
            $this->header = [
                'columns' => mb_check_encoding($columns, 'UTF-8') ? $columns : [],
                'separator' => $separator,
                'begins' => (int) ftell($this->file),
            ];
        }

        return $this->header;
    }
}
