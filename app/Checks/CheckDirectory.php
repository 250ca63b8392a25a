<?php

declare(strict_types=1);

namespace Kennel\App\Checks;

use Kennel\App\Platform\DataDirectory;

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

        return [((int) fileperms($root) & 0o007) === 0 ? Finding::fine('directory.fine', ['path' => $root]) : Finding::look('directory.open', ['path' => $root])];
    }
}
