<?php

declare(strict_types=1);

namespace Kennel\Tests\Published;

use Kennel\App\Administration\Exports\XlsxFile;
use Kennel\App\Administration\Imports\Sources\OfficeOpenXml;
use Kennel\Tests\Support\Node;
use PHPUnit\Framework\TestCase;

/**
 * Workbooks against two independent libraries: what exceljs 4.4.0 writes is read here as it was meant, and what is written here is read by exceljs
 * and by read-excel-file 9 as it was meant.
 */
final class SpreadsheetTest extends TestCase
{
    private const ROWS = [
        ['Name', 'When', 'Moment', 'Amount', 'Listed', 'Rich', 'Sum'],
        ['Ada "the gauge" Lovell & sons <x>', '2024-02-29', '1999-12-31T23:59:59Z', 12.5, true, 'half bold', '3'],
        ['', '1970-01-01', '', 1_000_000, false, 'Ünïcödé 名前 🌊', '-7'],
        ["two\nlines", '2031-01-01', '', -3, true, '=1+1', '0'],
    ];

    private string $path;

    protected function setUp(): void
    {
        $this->path = sys_get_temp_dir().'/kennel-sheet-'.bin2hex(random_bytes(6));
    }

    protected function tearDown(): void
    {
        array_map(unlink(...), array_filter([$this->path, "{$this->path}.rows"], is_file(...)));
    }

    public function test_what_another_library_writes_is_read_as_it_was_meant(): void
    {
        $this->writeByOther(false);
        $source = new OfficeOpenXml($this->path);
        self::assertSame([['name' => 'People', 'columns' => self::ROWS[0]], ['name' => 'Other & more', 'columns' => ['one', 'column 2', 'one (2)']]], $source->tables());
        $rows = iterator_to_array($source->rows('People', 0, null), false);
        self::assertSame(['Ada "the gauge" Lovell & sons <x>', '2024-02-29', '1999-12-31T23:59:59Z', '12.5', 'yes', 'half bold', '3'], array_values($rows[0]));
        self::assertSame(['', '1970-01-01', '', '1000000', 'no', 'Ünïcödé 名前 🌊', '-7'], array_values($rows[1]));
        self::assertSame(["two\nlines", '2031-01-01', '', '-3', 'yes', '=1+1', '0'], array_values($rows[2]));
        self::assertSame([$rows[1], $rows[2]], iterator_to_array($source->rows('', 1, null), false), 'gone on with behind the first; the first sheet without a name');
        self::assertSame([['one' => 'a', 'column 2' => '', 'one (2)' => 'c']], iterator_to_array($source->rows('Other & more', 0, null), false));
    }

    public function test_days_counted_from_1904_are_the_same_days(): void
    {
        $this->writeByOther(true);
        $rows = iterator_to_array((new OfficeOpenXml($this->path))->rows('People', 0, null), false);
        self::assertSame(['2024-02-29', '1970-01-01', '2031-01-01'], array_column($rows, 'When'));
    }

    public function test_what_is_written_is_read_by_others_as_it_was_meant(): void
    {
        $cells = [['=HYPERLINK("x")', '+49 30', "a\tb\u{1}", ' spaces ', 'Ünïcödé 名前 🌊', '<&>"'], [1, 2.5, true, false, '', -0.001]];
        $file = fopen("{$this->path}.rows", 'w+b');
        self::assertNotFalse($file);
        XlsxFile::begin($file, ['a', 'b', 'c', 'd', 'e', 'f']);
        foreach ($cells as $index => $row) {
            XlsxFile::write($file, $row, $index + 1);
        }
        XlsxFile::end($file);
        fclose($file);
        self::assertSame(XlsxFile::finish("{$this->path}.rows", $this->path), filesize($this->path));
        $expected = [['a', 'b', 'c', 'd', 'e', 'f'], ['=HYPERLINK("x")', '+49 30', "a\tb", ' spaces ', 'Ünïcödé 名前 🌊', '<&>"'], [1, 2.5, true, false, null, -0.001]];
        $read = Node::ask(<<<'JS'
            const { default: Excel } = await import('exceljs');
            const book = new Excel.Workbook();
            await book.xlsx.readFile(input);
            const rows = [];
            book.worksheets[0].eachRow((row) => rows.push(Array.from({ length: 6 }, (_, index) => row.getCell(index + 1).value)));
            const { default: readFile } = await import('read-excel-file/node');
            const sheets = await readFile(input, { trim: false });
            output = { exceljs: rows, other: sheets[0].data ?? sheets, formulas: book.worksheets[0].getCell('A2').type === Excel.ValueType.Formula };
            JS, $this->path);
        self::assertSame(['exceljs' => $expected, 'other' => $expected, 'formulas' => false], $read);
        // And by ourselves.
        self::assertSame(array_combine($expected[0], $expected[1]), iterator_to_array((new OfficeOpenXml($this->path))->rows('', 0, null), false)[0]);
    }

    private function writeByOther(bool $from1904): void
    {
        Node::ask(<<<'JS'
            const { default: Excel } = await import('exceljs');
            const book = new Excel.Workbook();
            book.properties.date1904 = input.from1904;
            const sheet = book.addWorksheet('People');
            sheet.addRow(input.rows[0]);
            for (const [name, when, moment, amount, listed, rich, sum] of input.rows.slice(1)) {
                sheet.addRow([
                    name,
                    new Date(`${when}T00:00:00Z`),
                    moment === '' ? null : new Date(moment),
                    amount,
                    listed,
                    rich === 'half bold' ? { richText: [{ font: { bold: true }, text: 'half' }, { text: ' bold' }] } : rich,
                    { formula: 'A1', result: Number(sum) },
                ]);
            }
            sheet.getColumn(2).numFmt = 'dd/mm/yyyy';
            sheet.getColumn(3).numFmt = 'yyyy-mm-dd hh:mm:ss';
            sheet.getColumn(4).numFmt = '0.00 "days"';
            book.addWorksheet('Empty');
            const other = book.addWorksheet('Other & more');
            other.getCell('A3').value = 'one';
            other.getCell('C3').value = 'one';
            other.getCell('A5').value = 'a';
            other.getCell('C5').value = 'c';
            await book.xlsx.writeFile(input.path, { useSharedStrings: true });
            output = true;
            JS, ['rows' => self::ROWS, 'path' => $this->path, 'from1904' => $from1904]);
    }
}
