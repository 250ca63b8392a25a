<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Checks;

use Kennel\App\Foundation\DataDirectory;

/** Whether what changes at run time can be written, by this user at least. */
final readonly class CheckDirectory implements Check
{
    public function __construct(private DataDirectory $directory)
    {
    }

    public function look(): array
    {
        $missing = $this->directory->notWritable();
        if ($missing !== []) {
            return array_map(static fn (string $path): Finding => Finding::wrong('directory.not_writable', ['path' => $path]), $missing);
        }
        $root = $this->directory->path();
        $open = array_values(array_filter($this->directory->secret(), static fn (string $path): bool => ((int) fileperms($path) & 0o077) !== 0));

        return $open === [] ? [Finding::fine('directory.fine', ['path' => $root])] : array_map(static fn (string $path): Finding => Finding::look('directory.open', ['path' => $path]), $open);
    }
}
