<?php

declare(strict_types=1);

namespace Kennel\Tests\Published;

use Kennel\App\Administration\Imports\CsvRows;
use Kennel\Core\Foundation\Reasons\Reason;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** RFC 4180 §2, rule by rule (from memory, its examples carried over to the columns of an import), and what spreadsheets add to it. */
final class Rfc4180Test extends TestCase
{
    /** @param  list<array<string, string>|string>  $expected  rows, or the code of the reason */
    #[DataProvider('rules')]
    public function test_reads_as_the_rule_says(string $content, array $expected): void
    {
        $file = fopen('php://memory', 'w+b');
        self::assertNotFalse($file);
        fwrite($file, $content);
        $read = [];
        foreach ((new CsvRows($file))->from(0) as $row) {
            $read[] = $row instanceof Reason ? $row->code : $row;
        }
        self::assertSame($expected, $read);
    }

    /** @return array<string, array{string, list<array<string, string>|string>}> */
    public static function rules(): array
    {
        $row = static fn (string $address, string $name, string $hash): array => ['address' => $address, 'name' => $name, 'hash' => $hash];
        $head = "address,name,hash\r\n";

        return [
            '1: each record on its own line' => ["{$head}aaa,bbb,ccc\r\nzzz,yyy,xxx\r\n", [$row('aaa', 'bbb', 'ccc'), $row('zzz', 'yyy', 'xxx')]],
            '2: the last may end without a line break' => ["{$head}aaa,bbb,ccc\r\nzzz,yyy,xxx", [$row('aaa', 'bbb', 'ccc'), $row('zzz', 'yyy', 'xxx')]],
            '3: a header line names the fields' => ["hash,address,name\r\nccc,aaa,bbb\r\n", [['hash' => 'ccc', 'address' => 'aaa', 'name' => 'bbb']]],
            '4: as many fields in each line; spaces belong to them' => ["{$head}aaa, bbb ,ccc\r\naaa,bbb\r\naaa,bbb,ccc,\r\n", [$row('aaa', ' bbb ', 'ccc'), 'import.columns_in_row', 'import.columns_in_row']],
            '5: fields may be quoted or not' => ["{$head}\"aaa\",\"bbb\",\"ccc\"\r\nzzz,yyy,xxx\r\n", [$row('aaa', 'bbb', 'ccc'), $row('zzz', 'yyy', 'xxx')]],
            '6: line breaks, quotes and commas stand in quotes' => ["{$head}\"aaa\",\"b \r\nbb\",\"c,c\"\r\nzzz,yyy,xxx\r\n", [$row('aaa', "b \r\nbb", 'c,c'), $row('zzz', 'yyy', 'xxx')]],
            '7: a quote in quotes is doubled' => ["{$head}\"aaa\",\"b\"\"bb\",\"ccc\"\r\n", [$row('aaa', 'b"bb', 'ccc')]],
            'no escape but the doubled quote: a backslash is itself' => ["{$head}aaa,\"b\\\",ccc\r\n\"\\\"\"x\",yyy,xxx\r\n", [$row('aaa', 'b\\', 'ccc'), $row('\\"x', 'yyy', 'xxx')]],
            'empty fields' => ["{$head},,\r\n\"\",\"\",\"\"\r\n", [$row('', '', ''), $row('', '', '')]],
            'semicolons, as spreadsheets of some countries write' => ["address;name;hash\r\naaa;\"b;b\";c,c\r\n", [$row('aaa', 'b;b', 'c,c')]],
            'line breaks of other systems' => ["address,name,hash\naaa,bbb,ccc\nzzz,yyy,xxx\n", [$row('aaa', 'bbb', 'ccc'), $row('zzz', 'yyy', 'xxx')]],
        ];
    }
}
