<?php

declare(strict_types=1);

namespace Kennel\App\Passwords;

use Kennel\Core\Passwords\Blocklist;

/**
 * Looks a password up in a sorted file, one a line, by halving: about 16 seeks, and no more memory for a longer list.
 * The file is made by resources/passwords/build.mjs.
 */
final readonly class CommonPasswords implements Blocklist
{
    public function __construct(private string $path)
    {
    }

    public function contains(#[\SensitiveParameter] string $folded): bool
    {
        $file = fopen($this->path, 'rb');
        if ($file === false) {
            throw new \RuntimeException('The list of common passwords can not be read.');
        }
        $low = 0;
        $high = (int) filesize($this->path);
        try {
            while ($low < $high) {
                $middle = intdiv($low + $high, 2);
                fseek($file, $middle);
                // Back to the beginning of the line that $middle falls into.
                while ($middle > $low && fseek($file, $middle - 1) === 0 && fgetc($file) !== "\n") {
                    $middle--;
                }
                fseek($file, $middle);
                $line = fgets($file);
                if ($line === false) {
                    return false;
                }
                $order = strcmp($folded, rtrim($line, "\n"));
                if ($order === 0) {
                    return true;
                }
                [$low, $high] = $order < 0 ? [$low, $middle] : [$middle + strlen($line), $high];
            }
        } finally {
            fclose($file);
        }

        return false;
    }
}
