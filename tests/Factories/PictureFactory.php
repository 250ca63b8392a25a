<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Kennel\App\Directory\Pictures\Picture;

/** @extends RecordFactory<Picture> */
final class PictureFactory extends RecordFactory
{
    protected $model = Picture::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return [
            'width' => 1,
            'height' => 1,
            'created_at' => self::MOMENT,
        ];
    }
}
