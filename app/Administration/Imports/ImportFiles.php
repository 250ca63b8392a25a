<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports;

use Kennel\App\Administration\Imports\Sources\OfficeOpenXml;
use Kennel\App\Administration\Imports\Sources\OpenDocument;
use Kennel\App\Administration\Imports\Sources\Source;
use Kennel\App\Administration\Imports\Sources\SqliteFile;

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

    /**
     * Files that have lain there since before a moment, whatever the rows say: one whose receiving was broken off has none.
     *
     * @return list<string> ids
     */
    public function olderThan(\DateTimeImmutable $moment): array
    {
        $old = array_filter(glob(storage_path(self::FOLDER).'/*') ?: [], static fn (string $path): bool => is_file($path) && (int) filemtime($path) < $moment->getTimestamp());

        return array_values(array_unique(array_map(static fn (string $path): string => explode('.', basename($path))[0], $old)));
    }

    public function exists(string $id): bool
    {
        return is_file($this->path($id));
    }

    /** What is read row by row: the file itself, or what of it is unpacked. */
    public function rows(string $id, ImportFormat $format): Rows
    {
        $file = @fopen($format->isUnpacked() ? $this->unpacked($id) : $this->path($id), 'rb');
        if ($file === false) {
            throw new \RuntimeException("The file of import {$id} is gone.");
        }

        return $format === ImportFormat::Csv ? new CsvRows($file) : new JsonLinesRows($file);
    }

    /**
     * The tables of a file that is unpacked before its rows are read.
     *
     * @throws Sources\Unreadable
     */
    public function source(string $id, ImportFormat $format): Source
    {
        return match ($format) {
            ImportFormat::Xlsx => new OfficeOpenXml($this->path($id)),
            ImportFormat::Ods => new OpenDocument($this->path($id)),
            ImportFormat::Sqlite => new SqliteFile($this->path($id)),
            default => throw new \LogicException('a file of rows has no tables'),
        };
    }

    /**
     * Where rows are unpacked to, open for writing behind what counts.
     *
     * @return resource
     */
    public function openUnpacked(string $id, int $bytes)
    {
        $before = umask(0077);
        $file = fopen($this->unpacked($id), 'c+b');
        umask($before);
        if ($file === false) {
            throw new \RuntimeException("Rows of import {$id} cannot be written.");
        }
        ftruncate($file, $bytes);
        fseek($file, $bytes);

        return $file;
    }

    public function remove(string $id): void
    {
        foreach ([$this->path($id), $this->unpacked($id)] as $path) {
            if (is_file($path)) {
                unlink($path);
            }
        }
    }

    public function path(string $id): string
    {
        return storage_path(self::FOLDER."/{$id}");
    }

    private function unpacked(string $id): string
    {
        return "{$this->path($id)}.rows";
    }
}
