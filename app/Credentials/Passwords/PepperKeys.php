<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Passwords;

use Kennel\Core\Credentials\Passwords\Peppers\Peppers;

/** Reads the peppers' keys from where they are kept: a file, the environment, or both. */
final class PepperKeys
{
    /**
     * @param  string  $file  need not exist; one that does has to be readable
     * @param  string  $lines  the same lines, a semicolon between them
     *
     * @throws \InvalidArgumentException naming the line that is wrong, never what is in it
     */
    public static function read(string $file, #[\SensitiveParameter] string $lines): Peppers
    {
        $text = '';
        if ($file !== '' && is_file($file)) {
            $text = is_readable($file) ? (string) file_get_contents($file) : throw new \RuntimeException("{$file} cannot be read.");
        }

        return Peppers::parse(rtrim($text)."\n".str_replace(';', "\n", $lines));
    }
}
