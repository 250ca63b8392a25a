<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Pictures;

/** A picture drawn anew: its original size in pixels, and a WebP file a size. */
final readonly class Drawn
{
    /** @param  array<int, string>  $files  bytes, by size */
    public function __construct(public int $width, public int $height, public array $files)
    {
    }
}
