<?php

declare(strict_types=1);

namespace Kennel\App\Invitations;

/** What an inviter says to everybody on a list alike. */
final readonly class InviterSays
{
    /** @param  \DateTimeImmutable  $until  from then on it has lapsed */
    public function __construct(public string $words, public \DateTimeImmutable $until)
    {
    }
}
