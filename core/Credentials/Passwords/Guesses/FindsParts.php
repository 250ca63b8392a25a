<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Guesses;

/** Finds every stretch of one kind, overlapping ones too; which of them count is decided afterwards. */
interface FindsParts
{
    /** @return list<Part> */
    public function in(Characters $characters): array;
}
