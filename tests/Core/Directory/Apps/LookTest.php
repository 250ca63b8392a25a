<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Directory\Apps;

use Kennel\Core\Directory\Apps\Contrast;
use Kennel\Core\Directory\Apps\Look;
use Kennel\Core\Directory\Pictures\Generated;
use Kennel\Core\Directory\Pictures\PictureHeader;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;
use PHPUnit\Framework\TestCase;

final class LookTest extends TestCase
{
    public function test_letters_are_white_or_nearly_black_whichever_is_read_better(): void
    {
        self::assertSame('#ffffff', (new Look('A', '#1d6f9c', '', ''))->letters());
        self::assertSame('#0f2530', (new Look('A', '#f5d90a', '', ''))->letters());
        for ($grey = 0; $grey < 256; $grey++) {
            $look = new Look('A', sprintf('#%1$02x%1$02x%1$02x', $grey), '', '');
            self::assertGreaterThan(3.9, Contrast::ratio($look->colour, $look->letters()), 'one of the two can always be read');
        }
    }

    public function test_low_contrast_is_warned_about_with_the_figure_and_the_least(): void
    {
        self::assertSame([], (new Look('A', '#1c78a8', '', ''))->warnings());
        $warnings = (new Look('A', '#f5d90a', '', ''))->warnings();
        self::assertSame('look.contrast_light', $warnings[0]->code);
        self::assertSame('3.0', $warnings[0]->parameters['least']);
        self::assertLessThan(3.0, (float) $warnings[0]->parameters['ratio']);
        self::assertSame('look.contrast_dark', (new Look('A', '#101820', '', ''))->warnings()[0]->code);
        // Of the two letters on a grey button the better one is still below 4.5.
        $letters = (new Look('A', '#7c7c7c', '', ''))->warnings();
        self::assertSame([['look.contrast_letters', '4.5', '4.17']], array_map(static fn (Reason $one): array => [$one->code, $one->parameters['least'], $one->parameters['ratio']], $letters));
    }

    public function test_a_generated_picture_is_its_ids_and_sound(): void
    {
        $seen = [];
        for ($id = 0; $id < 200; $id++) {
            $svg = Generated::svg((string) $id);
            self::assertSame($svg, Generated::svg((string) $id));
            self::assertNotFalse(simplexml_load_string($svg));
            self::assertStringNotContainsString('script', $svg);
            $seen[$svg] = true;
        }
        self::assertGreaterThan(195, count($seen));
    }

    public function test_a_file_is_what_its_bytes_say(): void
    {
        $gif = base64_decode('R0lGODlhAQABAIAAAAAAAP///yH5BAEAAAAALAAAAAABAAEAAAIBRAA7', true);
        self::assertIsString($gif);
        $header = PictureHeader::of($gif);
        self::assertSame(['gif', 1, 1], [$header->format, $header->width, $header->height]);
        foreach (['picture.format' => 'RIFF____AVI ', 'picture.damaged' => "\xFF\xD8\xFF\xE0nothing"] as $code => $bytes) {
            try {
                PictureHeader::of($bytes);
                self::fail($code);
            } catch (Refused $refused) {
                self::assertSame($code, $refused->reason->code);
            }
        }
    }
}
