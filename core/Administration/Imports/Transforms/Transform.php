<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Imports\Transforms;

use Kennel\Core\Foundation\Reasons\Refused;

/** One thing that is done to a cell on its way in. One class a kind; what a plan says of it comes back out of toArray() as it went in. */
interface Transform
{
    /** @throws Refused with import.* reasons, without a field: whoever asks knows which column it was */
    public function apply(string $text): string;

    /** @return array<string, mixed> "do" and what belongs to it */
    public function toArray(): array;
}
