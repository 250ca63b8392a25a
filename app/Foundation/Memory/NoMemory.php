<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Memory;

/** Where workers share nothing: commands, and servers without the extension. */
final class NoMemory implements SharedMemory
{
    public function fetch(string $key): ?object
    {
        return null;
    }

    public function keep(string $key, object $value, int $seconds = 86_400): void
    {
    }
}
