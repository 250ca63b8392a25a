<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Support;

/**
 * The demo's database of a given size, seeded once and copied from then on. It is made anew when the code that makes it changed, and after
 * an hour: the scenario's history leads up to the moment of seeding.
 */
final class SeededDatabase
{
    private const SECONDS_FRESH = 3_600;

    private const MADE_FROM = ['app', 'config', 'core', 'database', 'composer.json'];

    /** @param  \Closure(): void  $seed  makes the database at the path */
    public static function copyTo(string $path, int $accounts, \Closure $seed): void
    {
        $folder = sys_get_temp_dir().'/kennel-seeded-'.posix_geteuid();
        is_dir($folder) || @mkdir($folder, 0o700);
        $template = $folder.'/'.self::digest()."-{$accounts}.sqlite";
        $lock = fopen("{$folder}/lock", 'c');
        if ($lock === false || ! flock($lock, LOCK_EX)) {
            throw new \RuntimeException("{$folder} cannot be locked.");
        }
        foreach (glob("{$folder}/*.sqlite") ?: [] as $old) {
            if (filemtime($old) < time() - self::SECONDS_FRESH) {
                unlink($old);
            }
        }
        if (! is_file($template)) {
            $seed();
            // One file, whatever the write-ahead log still holds.
            (new \PDO("sqlite:{$path}", options: [\PDO::ATTR_ERRMODE => \PDO::ERRMODE_EXCEPTION]))->exec('PRAGMA wal_checkpoint(TRUNCATE)');
            copy($path, "{$template}.new") && rename("{$template}.new", $template);
        } else {
            copy($template, $path);
        }
        fclose($lock);
    }

    private static function digest(): string
    {
        $root = dirname(__DIR__, 3);
        $seen = hash_init('xxh128');
        foreach (self::MADE_FROM as $part) {
            $files = is_file("{$root}/{$part}") ? [new \SplFileInfo("{$root}/{$part}")] : new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator("{$root}/{$part}", \FilesystemIterator::SKIP_DOTS));
            $stamps = [];
            foreach ($files as $file) {
                $stamps[] = "{$file->getPathname()} {$file->getSize()} {$file->getMTime()}";
            }
            sort($stamps);
            hash_update($seen, implode("\n", $stamps));
        }

        return hash_final($seen);
    }
}
