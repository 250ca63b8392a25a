<?php

declare(strict_types=1);

namespace Kennel\App\Signup;

use Kennel\App\Platform\SortedLines;
use Kennel\Core\Signup\ThrowawayDomains;

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
