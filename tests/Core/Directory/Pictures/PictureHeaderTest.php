<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Directory\Pictures;

use Kennel\Core\Directory\Pictures\Generated;
use Kennel\Core\Directory\Pictures\PictureHeader;
use Kennel\Core\Foundation\Reasons\Refused;
use PHPUnit\Framework\TestCase;

final class PictureHeaderTest extends TestCase
{
    public function test_the_largest_picture_is_taken_and_one_pixel_more_is_not(): void
    {
        foreach ([[12_000, 1_333], [4_000, 4_000], [1_333, 12_000], [1, 1]] as [$width, $height]) {
            $header = PictureHeader::of(self::png($width, $height));
            self::assertSame(['png', $width, $height], [$header->format, $header->width, $header->height]);
        }
        foreach ([[12_001, 1], [1, 12_001], [4_001, 4_000], [12_000, 12_000]] as [$width, $height]) {
            self::assertSame(['picture.too_large', ['side' => 12_000, 'megapixels' => 16]], $this->refusal(self::png($width, $height)));
        }
        foreach ([[0, 1], [1, 0]] as [$width, $height]) {
            self::assertSame(['picture.damaged', []], $this->refusal(self::png($width, $height)));
        }
    }

    public function test_five_mebibytes_are_taken_and_a_byte_more_is_not(): void
    {
        $png = self::png(8, 8);
        $most = 5 * 1024 * 1024;
        self::assertSame('png', PictureHeader::of(str_pad($png, $most, "\0"))->format);
        self::assertSame(['picture.too_heavy', ['maximum' => 5]], $this->refusal(str_pad($png, $most + 1, "\0")));
    }

    public function test_a_file_is_what_it_begins_with(): void
    {
        self::assertSame(['picture.format', []], $this->refusal('RIFF____WAVE'));
        self::assertSame(['picture.damaged', []], $this->refusal('RIFF____WEBP'), 'as it says, and nothing more');
        self::assertSame(['picture.format', []], $this->refusal(''));
        self::assertSame(['picture.format', []], $this->refusal(' '.self::png(8, 8)));
    }

    public function test_the_generated_picture_of_an_id_stays_what_it_was(): void
    {
        $waves = 't16 0 16 0 16 0 16 0 16 0V64H';
        self::assertSame(
            '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 64 64" width="64" height="64"><rect width="64" height="64" fill="hsl(46 40% 88%)"/>'
            ."<path d=\"M-6 21q8-7 16 0{$waves}-6z\" fill=\"hsl(46 45% 62%)\"/><path d=\"M-1 39q8-9 16 0{$waves}-1z\" fill=\"hsl(68 45% 48%)\"/><path d=\"M-11 54q8-5 16 0{$waves}-11z\" fill=\"hsl(90 45% 34%)\"/></svg>",
            Generated::svg('a'),
        );
        // Each figure comes from a byte of the digest; over many ids all of them are met.
        $met = ['height' => [], 'swing' => [], 'shift' => []];
        for ($id = 0; $id < 400; $id++) {
            preg_match_all('/M-(\d+) (\d+)q8-(\d+)/', Generated::svg("{$id}"), $found, PREG_SET_ORDER);
            foreach ($found as $wave => [, $shift, $height, $swing]) {
                $met['height'][(int) $height - 18 - 14 * $wave] = true;
                $met['swing'][(int) $swing] = true;
                $met['shift'][(int) $shift] = true;
            }
        }
        self::assertEqualsCanonicalizing([range(0, 8), range(4, 10), range(0, 15)], array_map(array_keys(...), array_values($met)));
    }

    private static function png(int $width, int $height): string
    {
        $ihdr = pack('NN', $width, $height)."\x08\x02\0\0\0";

        return "\x89PNG\r\n\x1A\n".pack('N', 13)."IHDR{$ihdr}".pack('N', crc32("IHDR{$ihdr}"));
    }

    /** @return array{string, array<string, mixed>} code, figures */
    private function refusal(string $bytes): array
    {
        try {
            PictureHeader::of($bytes);
            self::fail('taken');
        } catch (Refused $refused) {
            return [$refused->reason->code, $refused->reason->parameters];
        }
    }
}
