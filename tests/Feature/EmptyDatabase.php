<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature;

/** The database every test at the doors begins with: made once by this process, copied from then on. */
final class EmptyDatabase
{
    private static ?string $made = null;

    /** @param  \Closure(): void  $make  fills the empty file at the path */
    public static function copyTo(string $path, \Closure $make): void
    {
        touch($path);
        if (self::$made === null) {
            $make();
            self::$made = (string) file_get_contents($path);
        } else {
            file_put_contents($path, self::$made);
        }
    }
}
