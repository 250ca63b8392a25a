<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Exports;

/**
 * A workbook of one sheet (ECMA-376, SpreadsheetML). Its rows are written one after another as any other form's, and zipped once they are all there. Texts are
 * texts: no program takes one for a formula, whatever it begins with.
 */
final class XlsxFile
{
    /** As many as a sheet has, below its head. */
    public const MOST_ROWS = 1_048_575;

    private const BEGINS = '<?xml version="1.0" encoding="UTF-8" standalone="yes"?>'."\n"
        .'<worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><sheetViews><sheetView workbookViewId="0"><pane ySplit="1" topLeftCell="A2" activePane="bottomLeft" state="frozen"/></sheetView></sheetViews><sheetData>';

    private const ENDS = '</sheetData></worksheet>';

    private const PARTS = [
        '[Content_Types].xml' => '<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/><Override PartName="/xl/workbook.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/><Override PartName="/xl/worksheets/sheet1.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.worksheet+xml"/><Override PartName="/xl/styles.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.styles+xml"/></Types>',
        '_rels/.rels' => '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="rId1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" Target="xl/workbook.xml"/></Relationships>',
        'xl/workbook.xml' => '<workbook xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main" xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"><sheets><sheet name="Accounts" sheetId="1" r:id="rId1"/></sheets></workbook>',
        'xl/_rels/workbook.xml.rels' => '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="rId1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/worksheet" Target="worksheets/sheet1.xml"/><Relationship Id="rId2" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/styles" Target="styles.xml"/></Relationships>',
        'xl/styles.xml' => '<styleSheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><fonts count="2"><font><sz val="11"/><name val="Calibri"/></font><font><b/><sz val="11"/><name val="Calibri"/></font></fonts><fills count="2"><fill><patternFill patternType="none"/></fill><fill><patternFill patternType="gray125"/></fill></fills><borders count="1"><border/></borders><cellStyleXfs count="1"><xf/></cellStyleXfs><cellXfs count="2"><xf xfId="0"/><xf xfId="0" fontId="1" applyFont="1"/></cellXfs></styleSheet>',
    ];

    private const SHEET = 'xl/worksheets/sheet1.xml';

    /** Rows resemble each other: more would take thrice the time for a file that is hardly smaller. */
    private const COMPRESSION = 1;

    /** @var array<int, string> by place */
    private static array $letters = [];

    /** In characters, of one cell. */
    private const LONGEST = 32_767;

    /**
     * @param  resource  $file
     * @param  list<string>  $columns
     */
    public static function begin($file, array $columns): void
    {
        fwrite($file, self::BEGINS.self::row($columns, 1, ' s="1"'));
    }

    /**
     * @param  resource  $file
     * @param  list<bool|int|float|string>  $cells
     * @param  int  $number  of the row, below the head: from 1
     */
    public static function write($file, array $cells, int $number): void
    {
        fwrite($file, self::row($cells, $number + 1, ''));
    }

    /**
     * Makes a workbook of the rows that were written. They stay, so that it can be done again when this is broken off.
     *
     * @return int its size in bytes
     */
    public static function finish(string $rows, string $path): int
    {
        $zip = new \ZipArchive;
        $before = umask(0077);
        if ($zip->open("{$path}.zip", \ZipArchive::CREATE | \ZipArchive::OVERWRITE) !== true) {
            throw new \RuntimeException("{$path}.zip cannot be written.");
        }
        foreach (self::PARTS as $name => $content) {
            $zip->addFromString($name, '<?xml version="1.0" encoding="UTF-8" standalone="yes"?>'."\n".$content);
        }
        $zip->addFile($rows, self::SHEET);
        $zip->setCompressionName(self::SHEET, \ZipArchive::CM_DEFLATE, self::COMPRESSION);
        $zip->close();
        umask($before);
        rename("{$path}.zip", $path);
        clearstatcache(true, $path);

        return (int) filesize($path);
    }

    /** @param  resource  $file */
    public static function end($file): void
    {
        fwrite($file, self::ENDS);
    }

    /** @param  list<bool|int|float|string>  $cells */
    private static function row(array $cells, int $number, string $style): string
    {
        $row = "<row r=\"{$number}\">";
        foreach ($cells as $place => $cell) {
            if ($cell === '') {
                continue;
            }
            $at = ' r="'.(self::$letters[$place] ??= self::letters($place)).$number.'"'.$style;
            $row .= match (true) {
                is_bool($cell) => "<c{$at} t=\"b\"><v>".($cell ? '1' : '0').'</v></c>',
                is_string($cell) => "<c{$at} t=\"inlineStr\"><is>".(trim($cell) === $cell ? '<t>' : '<t xml:space="preserve">').self::text($cell).'</t></is></c>',
                default => "<c{$at}><v>".json_encode($cell, JSON_THROW_ON_ERROR).'</v></c>',
            };
        }

        return "{$row}</row>";
    }

    /** Of a column: A, B, … Z, AA, AB. */
    private static function letters(int $place): string
    {
        return ($place < 26 ? '' : self::letters(intdiv($place, 26) - 1)).chr(65 + $place % 26);
    }

    private static function text(string $text): string
    {
        // Most are plain, and need no second look. XML 1.0 has no place for some signs, not even escaped.
        if (ctype_print($text) && strlen($text) <= self::LONGEST && strpbrk($text, '<>&') === false) {
            return $text;
        }
        $text = strlen($text) > self::LONGEST ? mb_substr($text, 0, self::LONGEST) : $text;
        $text = preg_replace('/[^\x{9}\x{A}\x{D}\x{20}-\x{D7FF}\x{E000}-\x{FFFD}\x{10000}-\x{10FFFF}]/u', '', $text) ?? '';

        return htmlspecialchars($text, ENT_XML1 | ENT_NOQUOTES, 'UTF-8');
    }
}
