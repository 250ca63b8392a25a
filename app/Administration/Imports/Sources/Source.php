<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports\Sources;

use Kennel\Core\Administration\Imports\RoleLinks;

/** A file of tables: the sheets of a spreadsheet, or a database. Read in one direction and never wholly in memory. */
interface Source
{
    /**
     * @return list<array{name: string, columns: list<string>}> those with columns
     *
     * @throws Unreadable
     */
    public function tables(): array;

    /**
     * @param  int  $skip  so many rows of it, since they were read before
     * @return \Generator<int, array<string, string|list<string>>> by column, as text; empty rows are left out
     *
     * @throws Unreadable
     */
    public function rows(string $table, int $skip, ?RoleLinks $links): \Generator;
}
