<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Keys;

/** The keys in use, wherever they come from: today's first, then former ones. */
final class KeyRing
{
    /** @return list<string> as this process has read them; a cached configuration holds them too. Empty when there is none */
    public static function loaded(): array
    {
        $keys = [(string) config('app.key'), ...array_map(strval(...), (array) config('app.previous_keys'))];

        return $keys[0] === '' ? [] : $keys;
    }

    /** @return list<string> as they are kept now, by whoever may have changed the file since */
    public static function kept(): array
    {
        return self::isInEnvironment() ? self::loaded() : self::file()->keys();
    }

    public static function isInEnvironment(): bool
    {
        return config('kennel.key_in_environment') === true;
    }

    public static function file(): KeyFile
    {
        return new KeyFile((string) config('kennel.key_file'));
    }
}
