<?php

declare(strict_types=1);

namespace Kennel\App\Imports;

/** The files of imports. They hold people's hashes: each lies where only the service's user can read it, and is deleted when it is done with. */
final readonly class ImportFiles
{
    private const FOLDER = 'app/imports';

    /**
     * @param  resource  $content
     * @return int its size in bytes
     */
    public function receive(string $id, $content): int
    {
        $path = $this->path($id);
        is_dir(dirname($path)) || mkdir(dirname($path), 0700, true);
        $before = umask(0077);
        $bytes = file_put_contents($path, $content);
        umask($before);

        return (int) $bytes;
    }

    public function exists(string $id): bool
    {
        return is_file($this->path($id));
    }

    public function rows(string $id, string $format): Rows
    {
        $file = @fopen($this->path($id), 'rb');
        if ($file === false) {
            throw new \RuntimeException("The file of import {$id} is gone.");
        }

        return $format === 'csv' ? new CsvRows($file) : new JsonLinesRows($file);
    }

    public function remove(string $id): void
    {
        if ($this->exists($id)) {
            unlink($this->path($id));
        }
    }

    public function path(string $id): string
    {
        return storage_path(self::FOLDER."/{$id}");
    }
}
