<?php

declare(strict_types=1);

namespace Kennel\App\Evidence;

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
        clearstatcache(true, $this->path());
        $seen = @filemtime($this->path());

        return $seen !== false && $seen >= time() - self::SECONDS;
    }

    private function path(): string
    {
        return storage_path('framework/watched');
    }
}
