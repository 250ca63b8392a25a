<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Throttling;

/** One attempt that was let through the brakes. Unless it succeeds, it was a failure. */
final readonly class Attempt
{
    /**
     * @param  int  $inARow  failures in a row on the account, should this be one; 0 where they are not counted
     * @param  \Closure(): void  $forgive
     */
    public function __construct(public Whom $whom, public int $inARow, private \Closure $forgive)
    {
    }

    public function succeeded(): void
    {
        ($this->forgive)();
    }
}
