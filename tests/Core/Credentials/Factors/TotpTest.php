<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Credentials\Factors;

use Kennel\Core\Credentials\Factors\Totp;
use Kennel\Core\Foundation\Secrets\Secret;
use PHPUnit\Framework\TestCase;

final class TotpTest extends TestCase
{
    private static function totp(): Totp
    {
        return new Totp(new Secret('12345678901234567890'));
    }

    private static function at(int $seconds): \DateTimeImmutable
    {
        return new \DateTimeImmutable("@{$seconds}");
    }

    public function test_a_code_counts_in_its_own_step_and_one_beside_it(): void
    {
        $code = self::totp()->code(100);
        foreach ([[99 * 30, true], [100 * 30, true], [100 * 30 + 29, true], [101 * 30 + 29, true], [102 * 30, false], [99 * 30 - 1, false]] as [$moment, $counts]) {
            self::assertSame($counts ? 100 : null, self::totp()->stepOf($code, self::at($moment), null), (string) $moment);
        }
        self::assertSame(100, self::totp()->stepOf(substr($code, 0, 3).' '.substr($code, 3)."\n", self::at(3_000), null), 'spaces are no matter');
        self::assertNull(self::totp()->stepOf(substr($code, 0, 5), self::at(3_000), null));
        self::assertNull(self::totp()->stepOf('', self::at(3_000), null));
    }

    public function test_no_code_counts_twice_nor_one_from_before_it(): void
    {
        self::assertNull(self::totp()->stepOf(self::totp()->code(100), self::at(3_000), 100));
        self::assertNull(self::totp()->stepOf(self::totp()->code(99), self::at(3_000), 100));
        self::assertSame(101, self::totp()->stepOf(self::totp()->code(101), self::at(3_000), 100));
    }

    public function test_the_address_names_who_and_where_and_cannot_be_broken_out_of(): void
    {
        $address = self::totp()->address('Alder: & Wend', 'ines+x@post.example');
        self::assertSame('otpauth://totp/Alder%20%20%26%20Wend:ines%2Bx%40post.example?secret=GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ&issuer=Alder%20%20%26%20Wend&algorithm=SHA1&digits=6&period=30', $address);
        self::assertSame('GEZD GNBV GY3T QOJQ GEZD GNBV GY3T QOJQ', self::totp()->key());
    }
}
