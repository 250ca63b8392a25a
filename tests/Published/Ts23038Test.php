<?php

declare(strict_types=1);

namespace Kennel\Tests\Published;

use Kennel\Core\Messaging\Mail\TextParts;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * Parts of a text message, counted after 3GPP TS 23.038: §6.2.1 (the default alphabet, its extension table of two septets a sign), §6.2.3 (UCS-2), and the
 * lengths that follow with the header of TS 23.040 §9.2.3.24.1. The lengths are from memory: 160 and 153, 70 and 67.
 */
final class Ts23038Test extends TestCase
{
    /** The default alphabet, column by column of §6.2.1 without its escape, as numbers of Unicode. */
    private const TABLE = [
        0x40, 0xA3, 0x24, 0xA5, 0xE8, 0xE9, 0xF9, 0xEC, 0xF2, 0xC7, 0x0A, 0xD8, 0xF8, 0x0D, 0xC5, 0xE5, 0x394, 0x5F, 0x3A6, 0x393, 0x39B, 0x3A9, 0x3A0, 0x3A8, 0x3A3, 0x398, 0x39E,
        0xC6, 0xE6, 0xDF, 0xC9, 0x20, 0x21, 0x22, 0x23, 0xA4, 0x25, 0x26, 0x27, 0x28, 0x29, 0x2A, 0x2B, 0x2C, 0x2D, 0x2E, 0x2F, 0x3A, 0x3B, 0x3C, 0x3D, 0x3E, 0x3F, 0xA1,
        0xC4, 0xD6, 0xD1, 0xDC, 0xA7, 0xBF, 0xE4, 0xF6, 0xF1, 0xFC, 0xE0,
    ];

    private const EXTENSION = ['|', '^', '€', '{', '}', '[', '~', ']', '\\', "\f"];

    /** @return iterable<string, array{string, array{string, int, int}}> */
    public static function texts(): iterable
    {
        yield 'nothing' => ['', ['gsm7', 0, 1]];
        yield '160 septets' => [str_repeat('a', 160), ['gsm7', 160, 1]];
        yield '161 septets' => [str_repeat('a', 161), ['gsm7', 161, 2]];
        yield '306 septets' => [str_repeat('a', 306), ['gsm7', 306, 2]];
        yield '307 septets' => [str_repeat('a', 307), ['gsm7', 307, 3]];
        yield '80 of two septets' => [str_repeat('€', 80), ['gsm7', 160, 1]];
        yield 'one of two septets more' => [str_repeat('a', 159).'€', ['gsm7', 161, 2]];
        // 153 is odd: an escape is not parted from what it escapes, so each part holds 76.
        yield 'pairs are not parted' => [str_repeat('[', 153), ['gsm7', 306, 3]];
        yield '70 of UCS-2' => [str_repeat('я', 70), ['ucs2', 70, 1]];
        yield '71 of UCS-2' => [str_repeat('я', 71), ['ucs2', 71, 2]];
        yield '135 of UCS-2' => [str_repeat('я', 135), ['ucs2', 135, 3]];
        yield 'one sign makes all of it UCS-2' => [str_repeat('a', 70).'“', ['ucs2', 71, 2]];
        yield 'beyond the basic plane' => [str_repeat('🌊', 35), ['ucs2', 70, 1]];
        yield 'surrogates are not parted' => ['a'.str_repeat('🌊', 66), ['ucs2', 133, 2]];
        yield 'nor at 67' => [str_repeat('🌊', 67), ['ucs2', 134, 3]];
    }

    /** @param  array{string, int, int}  $expected */
    #[DataProvider('texts')]
    public function test_parts(string $text, array $expected): void
    {
        $parts = TextParts::of($text);
        self::assertSame($expected, [$parts->alphabet, $parts->units, $parts->parts]);
    }

    public function test_each_sign_of_the_alphabet_takes_a_septet_of_the_extension_two_and_no_other_is_in_it(): void
    {
        $alphabet = array_map(mb_chr(...), [...self::TABLE, ...range(0x30, 0x39), ...range(0x41, 0x5A), ...range(0x61, 0x7A)]);
        self::assertCount(127, array_unique($alphabet), '128 without the escape');
        for ($point = 0; $point < 0x2100; $point++) {
            $sign = mb_chr($point);
            $expected = in_array($sign, $alphabet, true) ? ['gsm7', 1] : (in_array($sign, self::EXTENSION, true) ? ['gsm7', 2] : ['ucs2', 1]);
            $parts = TextParts::of($sign);
            self::assertSame($expected, [$parts->alphabet, $parts->units], sprintf('U+%04X', $point));
        }
    }
}
