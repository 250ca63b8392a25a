<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Retention;

/** A capability that keeps rows nobody needs for ever says here which go; kennel:purge asks each of them. */
interface Forgets
{
    /**
     * Deletes in small transactions, so that nobody waits long.
     *
     * @return array<string, int> how many rows of which table
     */
    public function forget(\DateTimeImmutable $now): array;
}
