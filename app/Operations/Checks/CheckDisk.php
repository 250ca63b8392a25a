<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Checks;

use Kennel\App\Foundation\DataDirectory;

/** Whether the data has room to grow, and a backup of it room to be made. */
final readonly class CheckDisk implements Check
{
    private const MEBIBYTE = 1_048_576;

    /** In bytes: under this, writing will fail soon. */
    private const LEAST = 200 * self::MEBIBYTE;

    /** In bytes, beside the database once more. */
    private const COMFORT = 1_024 * self::MEBIBYTE;

    public function __construct(private DataDirectory $directory)
    {
    }

    public function look(): array
    {
        $free = (int) @disk_free_space($this->directory->path());
        $held = is_file($this->directory->database()) ? (int) filesize($this->directory->database()) : 0;

        return [self::judge($free, $held)];
    }

    /**
     * @param  int  $free  bytes
     * @param  int  $held  bytes of the database
     */
    public static function judge(int $free, int $held): Finding
    {
        $parameters = ['free' => intdiv($free, self::MEBIBYTE), 'held' => intdiv($held, self::MEBIBYTE)];

        return match (true) {
            $free < self::LEAST => Finding::wrong('disk.full', $parameters),
            $free < self::COMFORT + $held => Finding::look('disk.tight', $parameters),
            default => Finding::fine('disk.fine', $parameters),
        };
    }
}
