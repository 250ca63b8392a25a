<?php

declare(strict_types=1);

namespace Kennel\App\Imports;

use Kennel\Core\Reasons\Reason;

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
                default => array_intersect_key(array_combine($columns, $values), array_flip(self::COLUMNS)),
            };
        }
    }

    public function ignored(): array
    {
        return array_values(array_diff($this->header()['columns'], self::COLUMNS));
    }

    public function reasonAgainst(): ?Reason
    {
        $missing = array_diff(['address', 'name', 'hash'], $this->header()['columns']);

        return match (true) {
            $missing !== [] => new Reason('import.columns_missing', 'file', ['columns' => array_values($missing)]),
            count(array_unique($this->header()['columns'])) !== count($this->header()['columns']) => new Reason('import.columns_twice', 'file'),
            default => null,
        };
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
            $columns = array_map(static fn (?string $name): string => strtolower(trim((string) $name)), str_getcsv($line, $separator, '"', ''));
            $this->header = [
                'columns' => mb_check_encoding($columns, 'UTF-8') ? $columns : [],
                'separator' => $separator,
                'begins' => (int) ftell($this->file),
            ];
        }

        return $this->header;
    }
}
