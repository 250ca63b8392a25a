<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Directory\Finding;

use Kennel\Core\Directory\Finding\Subject;
use Kennel\Core\Directory\Finding\Where;
use Kennel\Core\Foundation\Reasons\Refused;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class WhereTest extends TestCase
{
    public function test_comes_back_as_it_was_written(): void
    {
        $json = '[["status","is","active"],["field","home_reach","misfits"],["metadata","own.nickname","has"],["created","before","P7D"],["seen","has_none"],["verified","is","no"]]';
        self::assertSame($json, Where::read($json)->toJson());
        self::assertTrue(Where::read('[]')->isEverybody());
    }

    #[DataProvider('odd')]
    public function test_refuses(string $json, string $code): void
    {
        try {
            Where::read($json);
            self::fail('accepted');
        } catch (Refused $refused) {
            self::assertSame([$code, 'where'], [$refused->reason->code, $refused->reason->field]);
        }
    }

    /** @return array<string, array{string, string}> */
    public static function odd(): array
    {
        return [
            'no JSON' => ['active', 'where.list'],
            'an object' => ['{"status":"active"}', 'where.list'],
            'too many' => [json_encode(array_fill(0, Where::MOST + 1, ['seen', 'has_none']), JSON_THROW_ON_ERROR), 'where.list'],
            'a condition that is no list' => ['["status"]', 'where.condition'],
            'not of texts' => ['[["status","is",1]]', 'where.condition'],
            'too long a text' => ['[["hash","is","'.str_repeat('x', 201).'"]]', 'where.condition'],
            'nothing' => ['[[]]', 'where.subject'],
            'a subject there is none of' => ['[["age","is","4"]]', 'where.subject'],
            'a comparison it does not have' => ['[["status","before","2026-01-01"]]', 'where.comparison'],
            'no comparison' => ['[["status"]]', 'where.comparison'],
            'a field without a key' => ['[["field","","has"]]', 'where.condition'],
            'a value too few' => ['[["status","is"]]', 'where.condition'],
            'a value too many' => ['[["seen","has_none","never"]]', 'where.condition'],
            'a value there is none of' => ['[["status","is","asleep"]]', 'where.value'],
            'no moment' => ['[["created","before","yesterday"]]', 'where.moment'],
            'no such hour' => ['[["created","since","2026-02-03T25:00Z"]]', 'where.moment'],
            'no such minute' => ['[["created","since","2026-02-03T23:60Z"]]', 'where.moment'],
            'no such day' => ['[["created","since","2026-02-30"]]', 'where.moment'],
            'a month, which has no length' => ['[["created","since","P1M"]]', 'where.moment'],
            'no time at all' => ['[["created","since","P0D"]]', 'where.moment'],
        ];
    }

    public function test_moments_sort_as_stored_ones_do(): void
    {
        $now = new \DateTimeImmutable('2026-05-08T14:00:00+02:00');
        $moment = static fn (string $value): string => Where::read(json_encode([['created', 'before', $value]], JSON_THROW_ON_ERROR))->conditions[0]->moment($now);
        self::assertSame('2026-05-01T12:00:00.000Z', $moment('P7D'));
        self::assertSame('2026-05-01T12:00:00.000Z', $moment('2026-05-01T12:00Z'));
        self::assertSame('2026-05-01T12:00:30.500Z', $moment('2026-05-01T12:00:30.5Z'));
        self::assertLessThan('2026-05-01T00:00:00.000Z', $moment('2026-05-01'));
        self::assertGreaterThan('2026-04-30T23:59:59.999Z', $moment('2026-05-01'));
    }

    public function test_every_subject_can_be_asked_in_each_of_its_ways(): void
    {
        foreach (Subject::cases() as $subject) {
            foreach ($subject->comparisons() as $comparison) {
                $condition = [$subject->value, ...$subject->takesKey() ? ['a.b'] : [], $comparison->value];
                if ($comparison->takesValue()) {
                    $condition[] = $comparison->isOfMoments() ? '2026-05-01' : ($subject->values()[0] ?? '5');
                }
                self::assertSame([$condition], json_decode(Where::read(json_encode([$condition], JSON_THROW_ON_ERROR))->toJson(), true));
            }
        }
    }
}
