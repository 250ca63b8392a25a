<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Foundation\Documents;

use Kennel\Core\Foundation\Documents\StoredJson;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class StoredJsonTest extends TestCase
{
    /** @return iterable<array{string}> JSON without spaces, as it has to be after a round */
    public static function documents(): iterable
    {
        yield ['{}'];
        yield ['[]'];
        yield ['null'];
        yield ['"{}"'];
        yield ['[{},[],[{}],{"a":{}},{"a":[]}]'];
        yield ['{"\u0000evil":1,"a":{"\u0000evil":{},"b":[]}}'];
        yield ['{"0":"a","1":"b"}'];
        yield ['{"a":{"0":[]}}'];
        yield ['{"":{},"__proto__":[]}'];
        yield ['{"a{":"}{\"{}","b\\\\":["{"]}'];
        yield ['[9223372036854775807,-1,0.5,true,false,null]'];
        yield ['{"a":"\u0001 ä 漢","b":[]}'];
    }

    #[DataProvider('documents')]
    public function test_what_is_read_is_written_the_same(string $json): void
    {
        self::assertSame(str_replace('\u0001', '\u0001', $json), StoredJson::encode(StoredJson::decode($json)));
        $spaced = preg_replace('/"(?:[^"\\\\]++|\\\\.)*+"(*SKIP)(*FAIL)|([{\[])/', "$1 \n ", $json);
        self::assertSame($json, StoredJson::encode(StoredJson::decode((string) $spaced)));
    }

    /** Against PHP's own objects, wherever those can be made. */
    public function test_any_document_survives(): void
    {
        mt_srand(32);
        for ($round = 0; $round < 2_000; $round++) {
            $json = json_encode(self::value(4), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
            self::assertEquals(json_decode($json), json_decode(StoredJson::encode(StoredJson::decode($json))), $json);
            self::assertSame($json, StoredJson::encode(StoredJson::decode($json)));
        }
    }

    public function test_what_json_has_no_number_for_is_written(): void
    {
        self::assertSame('{"a":0,"b":[1]}', StoredJson::encode(['a' => INF, 'b' => [1]]));
        self::assertSame('{"a":"\ufffd"}', json_encode(json_decode(StoredJson::encode(['a' => "\xff"]))));
        $this->expectException(\JsonException::class);
        StoredJson::decode('{"a":');
    }

    private static function value(int $depth): mixed
    {
        $names = ['', 'a', 'b{', '}', '0', '1', "\n", '__proto__', '"', '\\'];

        return match (mt_rand(0, $depth > 0 ? 6 : 3)) {
            0 => mt_rand(-9, 9),
            1 => $names[array_rand($names)],
            2 => null,
            3 => mt_rand(0, 1) === 0 ? [] : new \stdClass,
            4 => array_map(static fn (): mixed => self::value($depth - 1), range(0, mt_rand(0, 2))),
            default => (object) array_combine($keys = array_slice($names, mt_rand(0, 7), mt_rand(1, 3)), array_map(static fn (): mixed => self::value($depth - 1), $keys)),
        };
    }
}
