<?php

declare(strict_types=1);

namespace Kennel\Tests\Published;

use Kennel\Core\Directory\Metadata\MergePatch;
use Kennel\Tests\Support\Node;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** RFC 7396: the example test cases of appendix A, row by row, and the npm package json-merge-patch 1.0.2 on generated pairs. */
final class MergePatchTest extends TestCase
{
    private const PAIRS = 2_000;

    #[DataProvider('appendixA')]
    public function test_appendix_a(string $original, string $patch, string $result): void
    {
        self::assertSame($result, self::merged($original, $patch));
    }

    /** @return list<array{string, string, string}> */
    public static function appendixA(): array
    {
        return [
            ['{"a":"b"}', '{"a":"c"}', '{"a":"c"}'],
            ['{"a":"b"}', '{"b":"c"}', '{"a":"b","b":"c"}'],
            ['{"a":"b"}', '{"a":null}', '{}'],
            ['{"a":"b","b":"c"}', '{"a":null}', '{"b":"c"}'],
            ['{"a":["b"]}', '{"a":"c"}', '{"a":"c"}'],
            ['{"a":"c"}', '{"a":["b"]}', '{"a":["b"]}'],
            ['{"a":{"b":"c"}}', '{"a":{"b":"d","c":null}}', '{"a":{"b":"d"}}'],
            ['{"a":[{"b":"c"}]}', '{"a":[1]}', '{"a":[1]}'],
            ['["a","b"]', '["c","d"]', '["c","d"]'],
            ['{"a":"b"}', '["c"]', '["c"]'],
            ['{"a":"foo"}', 'null', 'null'],
            ['{"a":"foo"}', '"bar"', '"bar"'],
            ['{"e":null}', '{"a":1}', '{"e":null,"a":1}'],
            ['[1,2]', '{"a":"b","c":null}', '{"a":"b"}'],
            ['{}', '{"a":{"bb":{"ccc":null}}}', '{"a":{"bb":{}}}'],
        ];
    }

    public function test_agrees_with_another_on_generated_pairs(): void
    {
        mt_srand(7396);
        $pairs = [];
        for ($index = 0; $index < self::PAIRS; $index++) {
            $pairs[] = [self::generated(0), self::generated(0)];
        }
        $theirs = Node::ask("const { default: merge } = await import('json-merge-patch'); output = input.map(([target, patch]) => JSON.stringify(merge.apply(target, patch)))", $pairs);
        self::assertIsArray($theirs);
        self::assertCount(self::PAIRS, $theirs);
        $differing = 0;
        foreach ($pairs as $index => [$target, $patch]) {
            $ours = MergePatch::apply($target, $patch);
            self::assertSame(self::sorted(json_decode((string) $theirs[$index])), self::sorted($ours), json_encode($pairs[$index], JSON_THROW_ON_ERROR));
            $differing += self::sorted($ours) === self::sorted($target) ? 0 : 1;
        }
        self::assertGreaterThan(self::PAIRS / 2, $differing, 'most patches change something');
    }

    public function test_what_was_read_stays_as_it_was(): void
    {
        $target = json_decode('{"a":{"b":1}}');
        MergePatch::apply($target, json_decode('{"a":{"b":2},"c":3}'));
        self::assertSame('{"a":{"b":1}}', json_encode($target));
    }

    private static function merged(string $original, string $patch): string
    {
        return json_encode(MergePatch::apply(json_decode($original), json_decode($patch)), JSON_THROW_ON_ERROR);
    }

    private static function generated(int $depth): mixed
    {
        $kind = mt_rand(0, $depth === 0 ? 4 : 9);
        if ($depth < 4 && $kind <= 4) {
            $object = new \stdClass;
            for ($index = mt_rand(0, 4); $index > 0; $index--) {
                $object->{'abcde'[mt_rand(0, 4)]} = self::generated($depth + 1);
            }

            return $object;
        }

        return match ($kind) {
            5 => null,
            6 => [mt_rand(0, 9), ['x' => 1], null],
            7 => mt_rand(0, 99),
            8 => mt_rand(0, 1) === 1,
            default => 'text '.mt_rand(0, 3),
        };
    }

    private static function sorted(mixed $value): string
    {
        $sort = static function (mixed $value) use (&$sort): mixed {
            if ($value instanceof \stdClass) {
                $keys = get_object_vars($value);
                ksort($keys);

                return (object) array_map($sort, $keys);
            }

            return is_array($value) ? array_map($sort, $value) : $value;
        };

        return json_encode($sort($value), JSON_THROW_ON_ERROR);
    }
}
