<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Checks;

use Kennel\App\Foundation\Keys\KeyFile;
use Kennel\App\Foundation\Keys\KeyRing;
use Kennel\App\Foundation\Keys\SealedValues;

/** The key that seals: whether it is one, whether nobody else can read it, and whether it opens what is sealed. */
final readonly class CheckKey implements Check
{
    public function __construct(private SealedValues $values)
    {
    }

    public function look(): array
    {
        $path = KeyRing::file()->path;
        $isInEnvironment = KeyRing::isInEnvironment();
        $keys = KeyRing::loaded();
        if ($keys === []) {
            return [is_file($path) && ! is_readable($path) ? Finding::wrong('key.unreadable', ['path' => $path]) : Finding::wrong('key.missing', ['path' => $path])];
        }
        foreach ($keys as $key) {
            if (KeyFile::bytes($key) === null) {
                return [Finding::wrong('key.malformed', ['bytes' => KeyFile::BYTES])];
            }
        }
        if (! $isInEnvironment && is_file($path) && ((int) fileperms($path) & 0o077) !== 0) {
            return [Finding::wrong('key.open', ['path' => $path])];
        }
        if (! $this->values->newestOpens($keys)) {
            return [Finding::wrong('key.other')];
        }

        return [count($keys) > 1 ? Finding::look('key.former', ['keys' => count($keys) - 1]) : Finding::fine($isInEnvironment ? 'key.fine_environment' : 'key.fine_file', ['path' => $path])];
    }
}
