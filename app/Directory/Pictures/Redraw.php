<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Pictures;

use Kennel\Core\Directory\Pictures\PictureHeader;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;

/**
 * Draws a picture anew: upright, square, at set sizes, as WebP. Only pixels get through, so metadata, and whatever else the file
 * was besides a picture, is gone.
 */
final readonly class Redraw
{
    private const QUALITY = 82;

    /** EXIF orientation (TIFF 6.0 tag 274): degrees to turn counter-clockwise, and whether to mirror first. */
    private const ORIENTATIONS = [2 => [0, true], 3 => [180, false], 4 => [180, true], 5 => [90, true], 6 => [270, false], 7 => [270, true], 8 => [90, false]];

    /**
     * @param  list<int>  $sizes
     *
     * @throws Refused with picture.*
     */
    public function __invoke(string $bytes, array $sizes): Drawn
    {
        $header = PictureHeader::of($bytes);
        // Of a truncated file GD draws what it has, with a warning or, of a JPEG, without one; half a face is not a picture.
        $isWhole = $header->format !== 'jpeg' || (int) strrpos($bytes, "\xFF\xD9") > (int) strrpos($bytes, "\xFF\xDA");
        set_error_handler(static function () use (&$isWhole): bool {
            $isWhole = false;

            return true;
        });
        try {
            $image = imagecreatefromstring($bytes);
        } finally {
            restore_error_handler();
        }
        if ($image === false || ! $isWhole) {
            throw new Refused(new Reason('picture.damaged', 'picture'));
        }
        $orientation = $header->format === 'jpeg' ? $this->orientation($bytes) : 1;
        $files = [];
        foreach ($sizes as $size) {
            $files[$size] = $this->encode($this->upright($this->square($image, $size), $orientation));
        }

        return new Drawn($header->width, $header->height, $files);
    }

    /** Its middle. Made small before it is turned, since turning needs a second copy. */
    private function square(\GdImage $image, int $size): \GdImage
    {
        $side = min(imagesx($image), imagesy($image));
        $square = imagecreatetruecolor($size, $size);
        imagealphablending($square, false);
        imagesavealpha($square, true);
        imagecopyresampled($square, $image, 0, 0, intdiv(imagesx($image) - $side, 2), intdiv(imagesy($image) - $side, 2), $size, $size, $side, $side);

        return $square;
    }

    private function encode(\GdImage $image): string
    {
        imagesavealpha($image, true);
        ob_start();
        imagewebp($image, null, self::QUALITY);

        return (string) ob_get_clean();
    }

    private function upright(\GdImage $image, int $orientation): \GdImage
    {
        [$degrees, $mirror] = self::ORIENTATIONS[$orientation] ?? [0, false];
        if ($mirror) {
            imageflip($image, IMG_FLIP_HORIZONTAL);
        }
        $turned = $degrees === 0 ? $image : imagerotate($image, $degrees, 0);

        return $turned === false ? throw new Refused(new Reason('picture.damaged', 'picture')) : $turned;
    }

    /** The one piece of metadata that changes how a picture looks. What cannot be read is upright. */
    private function orientation(string $bytes): int
    {
        $stream = fopen('php://memory', 'r+b');
        if ($stream === false) {
            return 1;
        }
        fwrite($stream, $bytes);
        $found = @exif_read_data($stream);
        fclose($stream);

        return is_int($found['Orientation'] ?? null) ? $found['Orientation'] : 1;
    }
}
