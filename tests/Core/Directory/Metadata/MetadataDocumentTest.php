<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Directory\Metadata;

use Kennel\Core\Directory\Metadata\MetadataDocument;
use Kennel\Core\Foundation\Reasons\Refused;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class MetadataDocumentTest extends TestCase
{
    public function test_empty_objects_and_arrays_stay_what_they_are(): void
    {
        $json = '{"a":{},"b":[],"c":[{}],"0":"zero","":"empty key","d":1.0,"e":null,"ö/":"é"}';
        self::assertSame($json, MetadataDocument::parse($json)->toJson());
        self::assertTrue(MetadataDocument::parse(' {} ')->isEmpty());
    }

    #[DataProvider('odd')]
    public function test_refuses(string $json, string $code): void
    {
        try {
            MetadataDocument::parse($json);
            self::fail('accepted');
        } catch (Refused $refused) {
            self::assertSame($code, $refused->reason->code);
        }
    }

    /** @return array<string, array{string, string}> */
    public static function odd(): array
    {
        $nested = static fn (int $deep): string => str_repeat('{"a":', $deep - 1).'{}'.str_repeat('}', $deep - 1);

        return [
            'nothing' => ['', 'metadata.not_json'],
            'a comma too many' => ['{"a":1,}', 'metadata.not_json'],
            'not UTF-8' => ["{\"a\":\"\xff\"}", 'metadata.not_json'],
            'a name that begins with NUL' => ['{"\u0000a":1}', 'metadata.key'],
            'a list' => ['[1]', 'metadata.not_object'],
            'a text' => ['"a"', 'metadata.not_object'],
            'null' => ['null', 'metadata.not_object'],
            'one too deep' => [$nested(MetadataDocument::DEEPEST + 1), 'metadata.too_deep'],
            'an array too deep' => ['{"a":[[[[[[[[1]]]]]]]]}', 'metadata.too_deep'],
            'far too deep' => [$nested(200), 'metadata.too_deep'],
            'one byte too many' => ['{"a":"'.str_repeat('x', MetadataDocument::LARGEST - 7).'"}', 'metadata.too_large'],
            'far too many' => ['{"a":"'.str_repeat('x', 1_000_000).'"}', 'metadata.too_large'],
            'a number of too many digits' => ['{"a":[12345678901234567890]}', 'metadata.number'],
            'a number that is none' => ['{"a":1e999}', 'metadata.number'],
        ];
    }

    public function test_takes_what_is_just_within_the_bounds(): void
    {
        $deep = str_repeat('{"a":', MetadataDocument::DEEPEST - 1).'{}'.str_repeat('}', MetadataDocument::DEEPEST - 1);
        self::assertSame($deep, MetadataDocument::parse($deep)->toJson());
        $large = '{"a":"'.str_repeat('x', MetadataDocument::LARGEST - 8).'"}';
        self::assertSame(MetadataDocument::LARGEST, strlen(MetadataDocument::parse($large)->toJson()));
        self::assertSame('{"a":9223372036854775807}', MetadataDocument::parse('{"a":9223372036854775807}')->toJson());
    }

    public function test_a_patch_keeps_other_keys_and_its_outcome_is_judged(): void
    {
        $document = MetadataDocument::parse('{"nickname":"Wren","gauge":{"model":"R2","since":2019}}');
        self::assertSame('{"nickname":"Wren","gauge":{"model":"R3","since":2019}}', $document->patched('{"gauge":{"model":"R3"}}')->toJson());
        self::assertSame('{"gauge":{"model":"R2","since":2019}}', $document->patched('{"nickname":null}')->toJson());
        self::assertSame('{"nickname":"Wren","gauge":{"model":"R2","since":2019}}', $document->toJson(), 'it is a value');
        $this->expectException(Refused::class);
        $document->patched('"gone"');
    }

    public function test_one_value_is_written_by_its_path(): void
    {
        $document = MetadataDocument::parse('{"a.b":{"c":1},"d":2}');
        self::assertSame('{"a.b":{"c":5},"d":2}', $document->with('a\.b.c', 5)->toJson());
        self::assertSame('{"a.b":{"c":1},"d":2,"e":{"f":true}}', $document->with('e.f', true)->toJson());
        self::assertSame('{"a.b":{"c":1}}', $document->with('d', null)->toJson());
        foreach (array_column($document->leaves(), 'path') as $path) {
            self::assertStringContainsString('"X"', $document->with($path, 'X')->toJson(), 'what leaves() names can be written');
        }
    }

    public function test_leaves_are_what_it_is_found_by(): void
    {
        $leaves = MetadataDocument::parse('{"tags":["Älder","wend"],"a":{"b.c":1.5},"gone":null,"empty":{}}')->leaves();
        self::assertSame([['tags', '"Älder"', 'alder'], ['tags', '"wend"', 'wend'], ['a.b\.c', '1.5'], ['gone', 'null']], array_map(
            static fn (array $leaf): array => $leaf['path'] === 'tags' ? [$leaf['path'], $leaf['value'], $leaf['sort_key']] : [$leaf['path'], $leaf['value']],
            $leaves,
        ));
    }

    public function test_differences_are_named_by_path(): void
    {
        $before = MetadataDocument::parse('{"same":1,"a":{"b":1,"c":2},"list":[1],"was":null}');
        $after = MetadataDocument::parse('{"same":1,"a":{"b":1,"c":3},"list":[1,2],"new":{"x":1}}');
        self::assertSame('{"a.c":{"before":2,"after":3},"list":{"before":[1],"after":[1,2]},"was":{"before":null,"after":null},"new":{"before":null,"after":{"x":1}}}', json_encode($before->differences($after)));
        self::assertSame([], $before->differences($before));
    }
}
