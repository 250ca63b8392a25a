<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Administration\Imports;

use Kennel\App\Administration\Imports\CsvRows;
use Kennel\App\Administration\Imports\JsonLinesRows;
use Kennel\App\Administration\Imports\Rows;
use Kennel\Core\Foundation\Reasons\Reason;
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
        self::assertSame([['hash' => 'h2', 'name' => 'B; and more', 'address' => 'b@x.example']], array_values($this->read($this->rows('csv', "Hash;Name;Address\nh2;\"B; and more\";b@x.example\n"), 0)));
        self::assertSame([['address' => 'b@x.example', 'name' => "B \"quoted\"\nin two lines", 'hash' => 'h']], array_values($this->read($this->rows('csv', "address,name,hash\nb@x.example,\"B \"\"quoted\"\"\nin two lines\",h\n"), 0)));
        self::assertSame([['address' => 'b@x.example', 'name' => 'B', 'a;b' => 'h']], array_values($this->read($this->rows('csv', "address,name,\"a;b\"\nb@x.example,B,h\n"), 0)), 'where there are commas, a semicolon is none');
        self::assertSame(['address', 'phone', 'name'], $this->rows('csv', "address,phone,Name\n")->columns());
        self::assertSame(['address', 'theme', 'other'], $this->rows('jsonl', "{\"address\":\"a\",\"theme\":1}\n{\"other\":1}\n")->columns());
        self::assertSame([], $this->rows('jsonl', "nonsense\n")->columns());
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
            ['jsonl', "{\"hash\":null}\n\"text\"\n{}\n\xe9\n{\"a\":{\"b\":{\"c\":{\"d\":1}}}}\n", ['read', 'import.json', 'read', 'import.encoding', 'read']],
        ];
    }

    public function test_a_column_that_is_there_twice_is_refused(): void
    {
        $reason = fn (string $content): ?string => $this->rows('csv', $content)->reasonAgainst()?->code;
        self::assertSame(['import.columns_twice', null], [$reason("address,name,hash,hash\n"), $reason(" ADDRESS , Name,HASH\n")]);
    }

    private function rows(string $format, string $content): Rows
    {
        $file = fopen('php://memory', 'w+b');
        self::assertNotFalse($file);
        fwrite($file, $content);

        return $format === 'csv' ? new CsvRows($file) : new JsonLinesRows($file);
    }

    /** @return array<int, array<string, mixed>|Reason> */
    private function read(Rows $rows, int $offset): array
    {
        return iterator_to_array($rows->from($offset));
    }
}
