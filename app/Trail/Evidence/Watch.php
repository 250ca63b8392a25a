<?php

declare(strict_types=1);

namespace Kennel\App\Trail\Evidence;

/**
 * Whether somebody is looking at the evidence. Reads are recorded only then: a service that wrote a row for every read would be
 * slow, and would keep a diary of its holders that nobody asked for.
 */
final class Watch
{
    private const SECONDS = 15;

    public function begin(): void
    {
        touch($this->path());
    }

    public function isKept(): bool
    {
        $path = $this->path();
        clearstatcache(true, $path);
        // Asked whether it is there first: a warning that is silenced takes more time than all of this.
        $seen = is_file($path) ? @filemtime($path) : false;

        return $seen !== false && $seen >= time() - self::SECONDS;
    }

    private function path(): string
    {
        return storage_path('framework/watched');
    }
}
