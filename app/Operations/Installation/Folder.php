<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Installation;

/** Folders of copies: readable by their owner alone, complete or refused. */
final class Folder
{
    /** @throws \RuntimeException when there is something in it, or it cannot be made */
    public static function makeEmpty(string $path): void
    {
        if (! is_dir($path) && ! @mkdir($path, 0o700, true)) {
            throw new \RuntimeException("{$path} cannot be made.");
        }
        if (array_diff(scandir($path) ?: [], ['.', '..']) !== []) {
            throw new \RuntimeException("{$path} is not empty. Name a new folder; nothing was written.");
        }
        chmod($path, 0o700);
    }

    /**
     * All files with their folders; a file that is gone by the time it is copied is left out.
     *
     * @param  list<string>  $without  names of folders in it
     */
    public static function copy(string $from, string $to, array $without = []): void
    {
        foreach (self::files($from) as $name) {
            if (in_array(explode('/', $name)[0], $without, true)) {
                continue;
            }
            $target = "{$to}/{$name}";
            is_dir(dirname($target)) || mkdir(dirname($target), 0o700, true);
            if (! @copy("{$from}/{$name}", $target) && is_file("{$from}/{$name}")) {
                throw new \RuntimeException("{$target} cannot be written.");
            }
        }
    }

    /** @return array<string, string> SHA-256 by the path inside */
    public static function digests(string $folder): array
    {
        $digests = [];
        foreach (self::files($folder) as $name) {
            $digests[$name] = (string) hash_file('sha256', "{$folder}/{$name}");
        }

        return $digests;
    }

    public static function bytes(string $folder): int
    {
        return array_sum(array_map(static fn (string $name): int => (int) filesize("{$folder}/{$name}"), self::files($folder)));
    }

    /** @return list<string> paths inside, sorted */
    private static function files(string $folder): array
    {
        if (! is_dir($folder)) {
            return [];
        }
        $names = [];
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($folder, \FilesystemIterator::SKIP_DOTS)) as $file) {
            if ($file instanceof \SplFileInfo && $file->isFile() && ! $file->isLink()) {
                $names[] = substr($file->getPathname(), strlen($folder) + 1);
            }
        }
        sort($names);

        return $names;
    }
}
