<?php

declare(strict_types=1);

namespace Kennel\App\Foundation;

/** The one directory of everything that changes at run time. */
final readonly class DataDirectory
{
    private const FOLDERS = ['', '/app', '/framework', '/framework/cache', '/framework/cache/data', '/framework/views', '/logs'];

    public function path(): string
    {
        return storage_path();
    }

    public function database(): string
    {
        return (string) config('database.connections.sqlite.database');
    }

    /**
     * Makes what is missing, readable by its user alone.
     *
     * @return bool false when all was there
     *
     * @throws \RuntimeException naming what cannot be made
     */
    public function make(): bool
    {
        $isNew = false;
        foreach (self::FOLDERS as $folder) {
            $path = $this->path().$folder;
            if (! is_dir($path)) {
                if (! @mkdir($path, 0o700, true)) {
                    throw new \RuntimeException("{$path} cannot be made. Make it, and let this user own it.");
                }
                $isNew = true;
            }
        }

        return $isNew;
    }

    /** With the write-ahead log, which is a property of the file. @return bool false when there is one already */
    public function makeDatabase(): bool
    {
        $path = $this->database();
        if (is_file($path)) {
            return false;
        }
        $before = umask(0o077);
        (new \PDO("sqlite:{$path}", options: [\PDO::ATTR_ERRMODE => \PDO::ERRMODE_EXCEPTION]))->exec('PRAGMA journal_mode = WAL');
        umask($before);

        return true;
    }

    /** @return list<string> what exists and only the service's user may read; a group could have other members */
    public function secret(): array
    {
        $paths = [$this->path(), $this->database(), (string) config('kennel.key_file'), (string) config('kennel.peppers.file'), "{$this->path()}/setup-code"];
        foreach (['config', 'routes', 'events', 'services', 'packages'] as $cache) {
            $paths[] = "{$this->path()}/framework/{$cache}.php";
        }

        return array_values(array_filter(array_unique($paths), static fn (string $path): bool => file_exists($path)));
    }

    /** @return list<string> paths that have to be written and cannot be */
    public function notWritable(): array
    {
        $paths = array_map(fn (string $folder): string => $this->path().$folder, self::FOLDERS);
        // The write-ahead log is made and removed beside the database.
        $paths[] = dirname($this->database());
        if (is_file($this->database())) {
            $paths[] = $this->database();
        }

        return array_values(array_unique(array_filter($paths, static fn (string $path): bool => ! is_writable($path))));
    }
}
