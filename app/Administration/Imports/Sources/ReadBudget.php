<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports\Sources;

use Kennel\Core\Foundation\Reasons\Reason;

/** How many elements are read to find out what tables a spreadsheet has. Files that people made need a few a sheet. */
final class ReadBudget
{
    /** Less than a second of processor time. */
    private const ELEMENTS = 500_000;

    private int $left = self::ELEMENTS;

    /** @throws Unreadable when it is used up */
    public function spend(): void
    {
        if (--$this->left < 0) {
            throw new Unreadable(new Reason('import.too_empty', 'file', ['maximum' => self::ELEMENTS]));
        }
    }
}
