<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Invitations;

use Kennel\Core\Foundation\Reasons\Reason;

/** What an inviter says to everybody on a list alike. */
final readonly class InviterSays
{
    /** How far ahead an invitation may stay open. */
    private const FURTHEST = '+1 year';

    /** @param  \DateTimeImmutable  $until  from then on it has lapsed */
    public function __construct(public string $words, public \DateTimeImmutable $until)
    {
    }

    public static function reasonAgainst(\DateTimeImmutable $until, \DateTimeImmutable $now): ?Reason
    {
        return match (true) {
            $until <= $now => new Reason('invitation.until_past', 'until'),
            $until > $now->modify(self::FURTHEST) => new Reason('invitation.until_far', 'until'),
            default => null,
        };
    }
}
