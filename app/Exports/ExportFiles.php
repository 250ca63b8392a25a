<?php

declare(strict_types=1);

namespace Kennel\App\Exports;

/** Where the files lie: readable by the service alone. */
final readonly class ExportFiles
{
    public function path(string $id): string
    {
        return storage_path("app/exports/{$id}");
    }

    /**
     * Open for writing behind what counts.
     *
     * @return resource
     */
    public function open(string $id, int $bytes)
    {
        $directory = dirname($this->path($id));
        is_dir($directory) || mkdir($directory, 0700, true);
        $file = fopen($this->path($id), 'c+b');
        if ($file === false) {
            throw new \RuntimeException("{$this->path($id)} cannot be written.");
        }
        chmod($this->path($id), 0600);
        ftruncate($file, $bytes);
        fseek($file, $bytes);

        return $file;
    }

    public function remove(string $id): void
    {
        if (is_file($this->path($id))) {
            unlink($this->path($id));
        }
    }
}
