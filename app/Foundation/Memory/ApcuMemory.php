<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Memory;

/** The memory of the APCu extension: one for all workers of php-fpm, and empty when it starts. */
final class ApcuMemory implements SharedMemory
{
    /**
     * Where files of code are looked at for changes, what was kept may be of a class that is no longer like that: then nothing is kept. A server whose code
     * counts until the next restart empties this with it.
     */
    public static function isThere(): bool
    {
        return function_exists('apcu_enabled') && apcu_enabled() && ini_get('opcache.validate_timestamps') === '0';
    }

    /** @param  string  $place  of the code: one php-fpm may serve several, of different versions */
    public function __construct(private readonly string $place)
    {
    }

    public function fetch(string $key): ?object
    {
        $value = apcu_fetch("{$this->place}:{$key}");

        return is_object($value) ? $value : null;
    }

    public function keep(string $key, object $value, int $seconds = 86_400): void
    {
        apcu_store("{$this->place}:{$key}", $value, $seconds);
    }
}
