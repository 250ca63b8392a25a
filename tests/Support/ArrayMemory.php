<?php

declare(strict_types=1);

namespace Kennel\Tests\Support;

use Kennel\App\Foundation\Memory\SharedMemory;

/** What workers share, within one test: as serialised text, as it is kept in earnest. */
final class ArrayMemory implements SharedMemory
{
    /** @var array<string, string> */
    public array $kept = [];

    public int $found = 0;

    public function fetch(string $key): ?object
    {
        $value = isset($this->kept[$key]) ? unserialize($this->kept[$key]) : null;
        $this->found += (int) is_object($value);

        return is_object($value) ? $value : null;
    }

    public function keep(string $key, object $value, int $seconds = 86_400): void
    {
        $this->kept[$key] = serialize($value);
    }
}
