<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Pictures;

use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;

/**
 * What a file's first bytes say it is, read without decoding anything, so that a picture of a million by a million pixels is refused
 * before memory is asked for. Only the bytes count, never a name or a declared type.
 */
final readonly class PictureHeader
{
    public const MOST_BYTES = 5 * 1024 * 1024;

    /** Decoded at four bytes a pixel: 64 MB, half of what a PHP process ordinarily may use. */
    public const MOST_PIXELS = 16_000_000;

    public const LONGEST_SIDE = 12_000;

    private const SIGNATURES = ['jpeg' => "\xFF\xD8\xFF", 'png' => "\x89PNG\r\n\x1A\n", 'gif' => 'GIF8', 'webp' => 'RIFF'];

    /** @param  'jpeg'|'png'|'gif'|'webp'  $format */
    private function __construct(public string $format, public int $width, public int $height)
    {
    }

    /** @throws Refused with picture.* */
    public static function of(string $bytes): self
    {
        if (strlen($bytes) > self::MOST_BYTES) {
            throw self::refused('too_heavy', ['maximum' => intdiv(self::MOST_BYTES, 1024 * 1024)]);
        }
        foreach (self::SIGNATURES as $format => $signature) {
            if (str_starts_with($bytes, $signature) && ($format !== 'webp' || substr($bytes, 8, 4) === 'WEBP')) {
                return self::measured($format, $bytes);
            }
        }
        throw self::refused('format');
    }

    /** @param  'jpeg'|'png'|'gif'|'webp'  $format */
    private static function measured(string $format, string $bytes): self
    {
        $size = @getimagesizefromstring($bytes);
        $types = ['jpeg' => IMAGETYPE_JPEG, 'png' => IMAGETYPE_PNG, 'gif' => IMAGETYPE_GIF, 'webp' => IMAGETYPE_WEBP];
        if ($size === false || $size[2] !== $types[$format] || $size[0] < 1 || $size[1] < 1) {
            throw self::refused('damaged');
        }
        if ($size[0] > self::LONGEST_SIDE || $size[1] > self::LONGEST_SIDE || $size[0] * $size[1] > self::MOST_PIXELS) {
            throw self::refused('too_large', ['side' => self::LONGEST_SIDE, 'megapixels' => intdiv(self::MOST_PIXELS, 1_000_000)]);
        }

        return new self($format, $size[0], $size[1]);
    }

    /** @param  array<string, int>  $parameters */
    private static function refused(string $why, array $parameters = []): Refused
    {
        return new Refused(new Reason("picture.{$why}", 'picture', $parameters));
    }
}
