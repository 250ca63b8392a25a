<?php

declare(strict_types=1);

namespace Kennel\App\Foundation;

/** Files that only the service's user can read. Nobody ever finds half of one, and of two who change one neither loses what the other wrote. */
final class PrivateFile
{
    /** @throws \RuntimeException when it cannot be written; what was there stays */
    public static function write(string $path, #[\SensitiveParameter] string $content): void
    {
        $new = "{$path}.".bin2hex(random_bytes(4));
        $before = umask(0o077);
        $isWritten = @file_put_contents($new, $content) === strlen($content) && @rename($new, $path);
        umask($before);
        if (! $isWritten) {
            @unlink($new);
            throw new \RuntimeException("{$path} cannot be written.");
        }
    }

    /**
     * @param  \Closure(string): string  $change  from what it holds ("" where there is none) to what it shall hold
     *
     * @throws \RuntimeException when it cannot be read or written; what was there stays
     */
    public static function change(string $path, \Closure $change): void
    {
        $umask = umask(0o077);
        $lock = @fopen("{$path}.lock", 'c');
        umask($umask);
        if ($lock === false || ! flock($lock, LOCK_EX)) {
            throw new \RuntimeException("{$path} cannot be written.");
        }
        try {
            $before = is_file($path) ? @file_get_contents($path) : '';
            if ($before === false) {
                throw new \RuntimeException("{$path} cannot be read.");
            }
            $after = $change($before);
            if ($after !== $before) {
                self::write($path, $after);
            }
        } finally {
            fclose($lock);
        }
    }
}
