<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports\Sources;

use Kennel\Core\Administration\Imports\RoleLinks;
use Kennel\Core\Foundation\Reasons\Reason;

/** ODS (OASIS OpenDocument 1.3, part 3): values by their type; what is repeated is repeated, as far as it holds anything. */
final readonly class OpenDocument implements Source
{
    /** A sheet is filled up with empty cells to its edge: nobody's columns. */
    private const MOST_REPEATS = 500;

    private Workbook $workbook;

    /** @throws Unreadable */
    public function __construct(string $path)
    {
        $this->workbook = Workbook::open($path);
    }

    public function tables(): array
    {
        $tables = [];
        $budget = new ReadBudget;
        foreach ($this->names() as $name) {
            $columns = SheetRows::columns($this->lines($name, $budget));
            if ($columns !== []) {
                $tables[] = ['name' => $name, 'columns' => $columns];
            }
        }

        return $tables;
    }

    public function rows(string $table, int $skip, ?RoleLinks $links): \Generator
    {
        $names = $this->names();
        $name = $table === '' ? $names[0] ?? null : $table;
        if ($name === null || ! in_array($name, $names, true)) {
            throw new Unreadable(new Reason('import.table_unknown', 'table', ['table' => mb_substr($table, 0, 60)]));
        }
        yield from SheetRows::of($this->lines($name), $skip);
    }

    /** @return list<string> */
    private function names(): array
    {
        $names = [];
        $reader = $this->workbook->part('content.xml');
        foreach (Workbook::outermost($reader, 'table') as $ignored) {
            $names[] = (string) $reader->getAttribute('table:name');
        }

        return $names;
    }

    /** @return \Generator<int, array<int, string>> texts by place */
    private function lines(string $name, ?ReadBudget $budget = null): \Generator
    {
        $reader = $this->workbook->part('content.xml');
        $isIn = false;
        $line = null;
        $lines = 0;
        $place = 0;
        $cell = null;
        foreach (Workbook::elements($reader, $budget) as $element) {
            if ($element === 'table') {
                if ($isIn) {
                    break;
                }
                $isIn = $reader->getAttribute('table:name') === $name;
            } elseif ($isIn && $element === 'table-row') {
                yield from self::repeated($line, $lines);
                $line = [];
                $lines = self::repeats($reader, 'rows');
                $place = 0;
                $cell = null;
            } elseif ($isIn && ($element === 'table-cell' || $element === 'covered-table-cell')) {
                $repeats = self::repeats($reader, 'columns');
                $value = self::value($reader);
                $cell = $value === null ? [$place, $repeats] : null;
                foreach ($value === null || $value === '' ? [] : range($place, $place + $repeats - 1) as $at) {
                    $line[$at] = $value;
                }
                $place += $repeats;
            } elseif ($isIn && $element === 'p' && $cell !== null) {
                $text = $reader->readString();
                foreach (range($cell[0], $cell[0] + $cell[1] - 1) as $at) {
                    $line[$at] = isset($line[$at]) ? "{$line[$at]}\n{$text}" : $text;
                }
            }
        }
        yield from self::repeated($line, $lines);
    }

    /**
     * @param  array<int, string>|null  $line
     * @return \Generator<int, array<int, string>>
     */
    private static function repeated(?array $line, int $lines): \Generator
    {
        for ($left = $line === null || $line === [] ? 0 : $lines; $left > 0; $left--) {
            yield $line;
        }
    }

    private static function repeats(\XMLReader $reader, string $of): int
    {
        return min(max(1, (int) ($reader->getAttribute("table:number-{$of}-repeated") ?? 1)), self::MOST_REPEATS);
    }

    /** @return string|null null for a text, which stands in the cell's paragraphs */
    private static function value(\XMLReader $reader): ?string
    {
        $number = (string) $reader->getAttribute('office:value');

        return match ($reader->getAttribute('office:value-type')) {
            'float', 'percentage', 'currency' => is_numeric($number) && (float) $number === floor((float) $number) && abs((float) $number) < 1e15
                ? number_format((float) $number, 0, '', '')
                : $number,
            'date' => self::date((string) $reader->getAttribute('office:date-value')),
            'boolean' => $reader->getAttribute('office:boolean-value') === 'true' ? 'yes' : 'no',
            'string' => $reader->getAttribute('office:string-value'),
            default => '',
        };
    }

    private static function date(string $value): string
    {
        $moment = date_create_immutable($value, new \DateTimeZone('UTC'));

        return $moment === false ? $value : $moment->format(str_contains($value, 'T') && ! str_ends_with($value, 'T00:00:00') ? 'Y-m-d\TH:i:s\Z' : 'Y-m-d');
    }
}
