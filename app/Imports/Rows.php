<?php

declare(strict_types=1);

namespace Kennel\App\Imports;

use Kennel\Core\Reasons\Reason;

/** Reads a file row by row, and can go on from where it was: each row comes with the place in bytes behind it. */
interface Rows
{
    /** The columns that are read; others are named to whoever imports, and left. */
    public const COLUMNS = ['address', 'name', 'hash', 'salt'];

    /** Longer ones are not accounts. */
    public const LONGEST = 65_536;

    /**
     * @param  int  $offset  0, or what came with a row
     * @return \Generator<int, array<string, string>|Reason> by the place behind it; a reason for what is no row
     */
    public function from(int $offset): \Generator;

    /** @return list<string> columns of the first row that are not read */
    public function ignored(): array;

    /** @return Reason|null why nothing can be read at all */
    public function reasonAgainst(): ?Reason;
}
