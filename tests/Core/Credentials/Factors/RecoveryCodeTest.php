<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Credentials\Factors;

use Kennel\Core\Credentials\Factors\RecoveryCode;
use Kennel\Core\Foundation\Secrets\Entropy;
use PHPUnit\Framework\TestCase;

final class RecoveryCodeTest extends TestCase
{
    private static function draw(string $bytes): RecoveryCode
    {
        return RecoveryCode::draw(new class($bytes) implements Entropy
        {
            public function __construct(private readonly string $bytes)
            {
            }

            public function bytes(int $length): string
            {
                return str_pad($this->bytes, $length, "\x1f");
            }
        });
    }

    public function test_as_it_is_written_on_paper_and_typed_from_it(): void
    {
        $code = self::draw("\0\1\x12\x13\x14");
        self::assertSame('01JKM-ZZZZZ-ZZZZZ', $code->inGroups());
        foreach (['01jkm-zzzzz-zzzzz', ' O1JKM ZZZZZ ZZZZZ', 'oIjkmzzzzzzzzzz', '０１JKM-ZZZZZ-ZZZZZ', "0LJKM\u{2013}zzzzzzzzzz"] as $typed) {
            self::assertSame($code->digest('key', 'a'), RecoveryCode::read($typed)->digest('key', 'a'), $typed);
        }
        self::assertNotSame($code->digest('key', 'a'), $code->digest('key', 'b'), 'of another account');
        self::assertNotSame($code->digest('key', 'a'), $code->digest('other', 'a'), 'under another key');
    }

    public function test_what_is_of_another_length_is_none(): void
    {
        self::assertTrue(RecoveryCode::read('01JKM-ZZZZZ-ZZZZZ')->isWhole());
        foreach (['', '482913', '01JKM-ZZZZ', '01JKM-ZZZZZ-ZZZZZZ', str_repeat('A', 5_000), "\xff\xfe"] as $typed) {
            self::assertFalse(RecoveryCode::read($typed)->isWhole());
        }
    }
}
