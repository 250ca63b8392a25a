<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports;

use Kennel\Core\Foundation\Reasons\Reason;

/** Reads a file row by row, and can go on from where it was: each row comes with the place in bytes behind it. */
interface Rows
{
    /** Longer ones are not accounts. */
    public const LONGEST = 262_144;

    /**
     * @param  int  $offset  0, or what came with a row
     * @return \Generator<int, array<string, mixed>|Reason> cells by column, by the place behind the row; a reason for what is no row
     */
    public function from(int $offset): \Generator;

    /** @return list<string> of the file's first rows */
    public function columns(): array;

    /** @return Reason|null why nothing can be read at all */
    public function reasonAgainst(): ?Reason;
}
