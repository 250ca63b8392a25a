<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports\Sources;

use Kennel\Core\Administration\Imports\RoleLinks;
use Kennel\Core\Foundation\Reasons\Reason;

/** XLSX (ECMA-376, SpreadsheetML): values as they are shown to a program, dates as dates. Formulas are what they came to when the file was saved. */
final class OfficeOpenXml implements Source
{
    private const RELATIONSHIPS = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';

    /** Built-in number formats that are dates or times (ECMA-376 part 1, 18.8.30). */
    private const DATE_FORMATS = [14, 15, 16, 17, 18, 19, 20, 21, 22, 45, 46, 47];

    private readonly Workbook $workbook;

    private ?SharedStrings $strings = null;

    /** @var array<int, bool>|null by the number of a cell's style */
    private ?array $dateStyles = null;

    private bool $countsFrom1904 = false;

    /** @throws Unreadable */
    public function __construct(string $path)
    {
        $this->workbook = Workbook::open($path);
    }

    public function tables(): array
    {
        $tables = [];
        $budget = new ReadBudget;
        $sheets = $this->sheets();
        if (count(array_unique($sheets)) < count($sheets)) {
            // Each sheet has a part of its own (ECMA-376, part 1, §12.3.24).
            throw new Unreadable(new Reason('import.unreadable', 'file'));
        }
        foreach ($sheets as $name => $part) {
            $columns = SheetRows::columns($this->lines($part, $budget));
            if ($columns !== []) {
                $tables[] = ['name' => (string) $name, 'columns' => $columns];
            }
        }

        return $tables;
    }

    public function rows(string $table, int $skip, ?RoleLinks $links): \Generator
    {
        $sheets = $this->sheets();
        $part = $sheets[$table] ?? ($table === '' ? reset($sheets) : false);
        if ($part === false) {
            throw new Unreadable(new Reason('import.table_unknown', 'table', ['table' => mb_substr($table, 0, 60)]));
        }
        yield from SheetRows::of($this->lines($part), $skip);
    }

    /** @return array<string, string> part by name */
    private function sheets(): array
    {
        $targets = [];
        $reader = $this->workbook->part('xl/_rels/workbook.xml.rels');
        foreach (Workbook::elements($reader) as $element) {
            if ($element === 'Relationship') {
                $target = (string) $reader->getAttribute('Target');
                $targets[(string) $reader->getAttribute('Id')] = str_starts_with($target, '/') ? ltrim($target, '/') : "xl/{$target}";
            }
        }
        $sheets = [];
        $reader = $this->workbook->part('xl/workbook.xml');
        foreach (Workbook::elements($reader) as $element) {
            if ($element === 'workbookPr') {
                $this->countsFrom1904 = in_array($reader->getAttribute('date1904'), ['1', 'true'], true);
            }
            $part = $element === 'sheet' ? $targets[(string) $reader->getAttributeNs('id', self::RELATIONSHIPS)] ?? null : null;
            if ($part !== null && $this->workbook->has($part)) {
                $sheets[(string) $reader->getAttribute('name')] = $part;
            }
        }

        return $sheets;
    }

    /** @return \Generator<int, array<int, string>> texts by place */
    private function lines(string $part, ?ReadBudget $budget = null): \Generator
    {
        $reader = $this->workbook->part($part);
        $line = null;
        $place = -1;
        $type = '';
        $isDate = false;
        foreach (Workbook::elements($reader, $budget) as $element) {
            if ($element === 'row') {
                if ($line !== null) {
                    yield $line;
                }
                $line = [];
                $place = -1;
            } elseif ($element === 'c') {
                $place = self::place((string) $reader->getAttribute('r')) ?? $place + 1;
                $type = $reader->getAttribute('t') ?? 'n';
                $isDate = $this->isDate((int) ($reader->getAttribute('s') ?? -1));
            } elseif ($element === 'v') {
                $line[$place] = $this->text($reader->readString(), $type, $isDate);
            } elseif ($element === 't') {
                // The runs of an inline text; phonetic ones are none of it, and stand in shared strings only.
                $line[$place] = ($line[$place] ?? '').$reader->readString();
            }
        }
        if ($line !== null) {
            yield $line;
        }
    }

    private function text(string $value, string $type, bool $isDate): string
    {
        return match (true) {
            $type === 's' => $this->strings()->at((int) $value),
            $type === 'b' => $value === '1' ? 'yes' : 'no',
            $type === 'e' => '',
            $type === 'd', $type === 'str' => $value,
            $isDate && is_numeric($value) => $this->date((float) $value),
            // Fifteen digits are what a spreadsheet keeps; 1E+5 and 12.0 are how some write whole numbers.
            is_numeric($value) && (float) $value === floor((float) $value) && abs((float) $value) < 1e15 => number_format((float) $value, 0, '', ''),
            default => $value,
        };
    }

    /** A serial number of days, as RFC 3339 has it. */
    private function date(float $serial): string
    {
        $serial += $this->countsFrom1904 ? 1_462 : 0;
        // Serial 60 is a 29 February 1900 that never was: what is before it counts one day less.
        $seconds = (int) round(($serial - 25_569 + ($serial < 60 ? 1 : 0)) * 86_400);

        return gmdate($seconds % 86_400 === 0 ? 'Y-m-d' : 'Y-m-d\TH:i:s\Z', $seconds);
    }

    private function strings(): SharedStrings
    {
        return $this->strings ??= SharedStrings::of($this->workbook);
    }

    private function isDate(int $style): bool
    {
        if ($this->dateStyles === null) {
            $this->dateStyles = $this->workbook->has('xl/styles.xml') ? self::dateStyles($this->workbook->part('xl/styles.xml')) : [];
        }

        return $this->dateStyles[$style] ?? false;
    }

    /** @return array<int, bool> */
    private static function dateStyles(\XMLReader $reader): array
    {
        $isDate = array_fill_keys(self::DATE_FORMATS, true);
        $styles = [];
        $isCellStyle = false;
        foreach (Workbook::elements($reader) as $element) {
            if ($element === 'numFmt') {
                // Letters of days, months, years and hours outside of quotes, brackets and escapes.
                $format = preg_replace('/"[^"]*"|\[[^\]]*\]|\\\\./', '', (string) $reader->getAttribute('formatCode')) ?? '';
                $isDate[(int) $reader->getAttribute('numFmtId')] = preg_match('/[dmyhs]/i', $format) === 1;
            } elseif ($element === 'cellXfs' || $element === 'cellStyleXfs' || $element === 'cellStyles') {
                $isCellStyle = $element === 'cellXfs';
            } elseif ($element === 'xf' && $isCellStyle) {
                $styles[] = $isDate[(int) $reader->getAttribute('numFmtId')] ?? false;
            }
        }

        return $styles;
    }

    /** Of "AB12": 27. */
    private static function place(string $reference): ?int
    {
        if (preg_match('/^[A-Z]{1,3}/', $reference, $letters) !== 1) {
            return null;
        }

        return array_reduce(str_split($letters[0]), static fn (int $place, string $letter): int => $place * 26 + ord($letter) - 64, 0) - 1;
    }
}
