<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Passwords;

use Kennel\App\Foundation\SortedLines;
use Kennel\Core\Credentials\Passwords\Blocklist;

/** The list that ships in resources/passwords; its build.mjs says where it is from. */
final readonly class CommonPasswords implements Blocklist
{
    private SortedLines $lines;

    public function __construct(string $path)
    {
        $this->lines = new SortedLines($path);
    }

    public function contains(#[\SensitiveParameter] string $folded): bool
    {
        return $this->lines->contains($folded);
    }

    public function size(): int
    {
        return $this->lines->count();
    }
}
