<?php

declare(strict_types=1);

namespace Kennel\App\Passwords;

/** One attempt that was let through the brakes. Unless it succeeds, it was a failure. */
final readonly class Attempt
{
    /** @param  \Closure(): void  $forgive */
    public function __construct(private \Closure $forgive)
    {
    }

    public function succeeded(): void
    {
        ($this->forgive)();
    }
}
