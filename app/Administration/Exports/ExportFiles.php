<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Exports;

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
    public function open(string $id, ExportFormat $format, int $bytes)
    {
        $path = $this->rows($id, $format);
        is_dir(dirname($path)) || mkdir(dirname($path), 0700, true);
        $file = fopen($path, 'c+b');
        if ($file === false) {
            throw new \RuntimeException("{$path} cannot be written.");
        }
        chmod($path, 0600);
        ftruncate($file, $bytes);
        fseek($file, $bytes);

        return $file;
    }

    public function remove(string $id): void
    {
        foreach ([$this->path($id), "{$this->path($id)}.rows", "{$this->path($id)}.zip"] as $path) {
            if (is_file($path)) {
                unlink($path);
            }
        }
    }

    /** Once all rows are written. @return int the size of the file in bytes */
    public function finish(string $id, ExportFormat $format, int $bytes): int
    {
        return $format->isPacked() ? XlsxFile::finish($this->rows($id, $format), $this->path($id)) : $bytes;
    }

    /** Where rows are written: the file itself, or what is packed into it. */
    private function rows(string $id, ExportFormat $format): string
    {
        return $format->isPacked() ? "{$this->path($id)}.rows" : $this->path($id);
    }
}
