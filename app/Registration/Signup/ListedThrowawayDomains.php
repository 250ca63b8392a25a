<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Signup;

use Kennel\App\Foundation\SortedLines;
use Kennel\Core\Registration\Signup\ThrowawayDomains;

/** The list that ships in resources/domains; its build.mjs says where it is from. */
final readonly class ListedThrowawayDomains implements ThrowawayDomains
{
    private SortedLines $lines;

    public function __construct(string $path)
    {
        $this->lines = new SortedLines($path);
    }

    public function lists(string $entry): bool
    {
        return $this->lines->contains($entry);
    }
}
