<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Imports;

use Kennel\App\Imports\CsvRows;
use Kennel\App\Imports\JsonLinesRows;
use Kennel\App\Imports\Rows;
use Kennel\Core\Reasons\Reason;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Files of rows: read the same from the beginning and from behind any row. */
final class RowsTest extends TestCase
{
    #[DataProvider('files')]
    public function test_goes_on_behind_any_row(string $format, string $content, int $expected): void
    {
        $rows = $this->rows($format, $content);
        $all = $this->read($rows, 0);
        self::assertCount($expected, $all);
        foreach (array_keys($all) as $index => $offset) {
            self::assertEquals(array_slice($all, $index + 1, null, true), $this->read($rows, $offset), "behind row {$index}");
        }
    }

    /** @return array<string, array{string, string, int}> */
    public static function files(): array
    {
        return [
            'plain' => ['csv', "address,name,hash\na@x.example,A,h1\nb@x.example,B,h2\n", 2],
            'without the last line\'s end' => ['csv', "address,name,hash\na@x.example,A,h1\nb@x.example,B,h2", 2],
            'of another system' => ['csv', "address,name,hash\r\na@x.example,A,h1\r\n\r\nb@x.example,B,h2\r\n", 2],
            'semicolons, a byte order mark, other order, capitals' => ['csv', "\xEF\xBB\xBFHash;Name;Address\nh1;A;a@x.example\nh2;\"B; and more\";b@x.example\n", 2],
            'rows of several lines' => ['csv', "address,name,hash\na@x.example,\"A\nof two lines\",h1\nb@x.example,\"B \"\"quoted\"\"\",h2\n", 2],
            'a backslash is a backslash' => ['csv', "address,name,hash\na@x.example,\"A\\\",h1\nb@x.example,B,h2\n", 2],
            'rows that are none among others' => ['csv', "address,name,hash\nshort\na@x.example,A,h1\n\xff,B,h2\n", 3],
            'columns alone' => ['csv', "address,name,hash\n", 0],
            'lines of JSON' => ['jsonl', "{\"address\":\"a@x.example\"}\n\n[]\nnonsense\n{\"address\":5}\n{\"name\":\"B\"}", 5],
        ];
    }

    public function test_reads_what_was_meant(): void
    {
        self::assertSame([['hash' => 'h2', 'name' => 'B; and more', 'address' => 'b@x.example']], array_values($this->read($this->rows('csv', "Hash;Name;Address;Phone\nh2;\"B; and more\";b@x.example;1\n"), 0)));
        self::assertSame([['address' => 'b@x.example', 'name' => "B \"quoted\"\nin two lines", 'hash' => 'h']], array_values($this->read($this->rows('csv', "address,name,hash\nb@x.example,\"B \"\"quoted\"\"\nin two lines\",h\n"), 0)));
        self::assertSame([['address' => 'b@x.example', 'name' => 'B', 'hash' => 'h']], array_values($this->read($this->rows('csv', "address,name,hash,\"a;b\"\nb@x.example,B,h,1\n"), 0)), 'where there are commas, a semicolon is none');
        self::assertSame(['phone', 'theme'], $this->rows('csv', "address,phone,name,hash,theme\n")->ignored());
        self::assertSame(['theme'], $this->rows('jsonl', "{\"address\":\"a\",\"theme\":1}\n{\"other\":1}\n")->ignored());
        self::assertSame([], $this->rows('jsonl', "nonsense\n")->ignored());
    }

    /** @param  list<string>  $codes */
    #[DataProvider('broken')]
    public function test_names_what_is_no_row(string $format, string $content, array $codes): void
    {
        self::assertSame($codes, array_map(static fn (array|Reason $row): string => $row instanceof Reason ? $row->code : 'read', array_values($this->read($this->rows($format, $content), 0))));
    }

    /** @return list<array{string, string, list<string>}> */
    public static function broken(): array
    {
        return [
            ['csv', "address,name,hash\na,b\na,b,c,d\na,b,c\n", ['import.columns_in_row', 'import.columns_in_row', 'read']],
            ['csv', "address,name,hash\n\xe9,b,c\n", ['import.encoding']],
            ['jsonl', "{\"hash\":null}\n\"text\"\n{}\n\xe9\n{\"a\":{\"b\":{\"c\":{\"d\":1}}}}\n", ['import.json_text', 'import.json', 'import.json', 'import.encoding', 'import.json']],
        ];
    }

    public function test_a_file_without_its_columns_is_refused(): void
    {
        $reason = fn (string $content): ?string => $this->rows('csv', $content)->reasonAgainst()?->code;
        self::assertSame(['import.columns_missing', 'import.columns_missing', 'import.columns_twice', null], [$reason(''), $reason("\xff\xfe"), $reason("address,name,hash,hash\n"), $reason(" ADDRESS , Name,HASH\n")]);
        self::assertSame(['hash'], $this->rows('csv', "address,name\n")->reasonAgainst()?->parameters['columns']);
    }

    private function rows(string $format, string $content): Rows
    {
        $file = fopen('php://memory', 'w+b');
        self::assertNotFalse($file);
        fwrite($file, $content);

        return $format === 'csv' ? new CsvRows($file) : new JsonLinesRows($file);
    }

    /** @return array<int, array<string, string>|Reason> */
    private function read(Rows $rows, int $offset): array
    {
        return iterator_to_array($rows->from($offset));
    }
}
