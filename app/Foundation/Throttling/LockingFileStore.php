<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Throttling;

use Illuminate\Cache\FileStore;

/**
 * The framework's file store, but for counting. The framework reads and writes in two steps, so that two requests at once count as one;
 * and it empties the file in between, which makes a journalling file system write it out at once. Here the file is locked, and written over.
 */
final class LockingFileStore extends FileStore
{
    /** How the framework begins each file: the moment it expires, in seconds. */
    private const EXPIRY = 10;

    /**
     * @param  string  $key
     * @param  mixed  $value
     * @return int
     */
    public function increment($key, $value = 1)
    {
        $count = null;
        $this->overwrite($key, function (string $expires, string $content) use ($value, &$count): ?string {
            if ($this->currentTime() >= (int) $expires) {
                return null;
            }
            $count = (int) unserialize($content, ['allowed_classes' => false]) + (int) $value;

            return $expires.serialize($count);
        });

        return $count ?? (int) parent::increment($key, $value);
    }

    /**
     * Counts, and begins a count that is not there or whose time is over: in one step, so that many at once are all counted.
     *
     * @param  int  $seconds  until it is forgotten, from its beginning
     * @return int how many there are now
     */
    public function count(string $key, int $amount, int $seconds): int
    {
        $this->ensureCacheDirectoryExists($this->path($key));
        $count = $amount;
        $isCounted = $this->overwrite($key, function (string $expires, string $content) use ($amount, $seconds, &$count): string {
            if ($expires === '' || $this->currentTime() >= (int) $expires) {
                return $this->header($seconds).serialize($amount);
            }
            $count = (int) unserialize($content, ['allowed_classes' => false]) + $amount;

            return $expires.serialize($count);
        }, 'c+');

        return $isCounted ? $count : throw new \RuntimeException('What limits requests cannot be counted: see whether '.$this->directory.' can be written to.');
    }

    /**
     * @param  string  $key
     * @param  mixed  $value
     * @param  int  $seconds
     * @return bool
     */
    public function put($key, $value, $seconds)
    {
        $isWritten = $this->overwrite($key, fn (): string => $this->header($seconds).serialize($value));

        return $isWritten || parent::put($key, $value, $seconds);
    }

    /**
     * @param  \Closure(string $expires, string $content): ?string  $write  null to leave the file as it is
     * @param  'r+'|'c+'  $mode  whether a file that is not there is left so or made
     * @return bool false when nothing was written, or there is no such file yet
     */
    private function overwrite(string $key, \Closure $write, string $mode = 'r+'): bool
    {
        $file = @fopen($this->path($key), $mode);
        if ($file === false) {
            return false;
        }
        try {
            flock($file, LOCK_EX);
            $content = (string) stream_get_contents($file);
            $written = $write(substr($content, 0, self::EXPIRY), substr($content, self::EXPIRY));
            if ($written === null) {
                return false;
            }
            rewind($file);
            fwrite($file, $written);
            ftruncate($file, strlen($written));

            return true;
        } finally {
            fclose($file);
        }
    }

    private function header(int $seconds): string
    {
        return str_pad((string) $this->expiration($seconds), self::EXPIRY, '0', STR_PAD_LEFT);
    }

    /** Deletes what has expired; the framework's own does so only when it is asked for. @return int how many */
    public function deleteExpired(): int
    {
        $deleted = 0;
        if (! is_dir($this->directory)) {
            return 0;
        }
        foreach ($this->files->allFiles($this->directory) as $file) {
            $expires = (string) @file_get_contents($file->getPathname(), false, null, 0, self::EXPIRY);
            if (ctype_digit($expires) && (int) $expires < $this->currentTime() && @unlink($file->getPathname())) {
                $deleted++;
            }
        }

        return $deleted;
    }
}
