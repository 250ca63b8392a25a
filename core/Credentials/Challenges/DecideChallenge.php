<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Challenges;

use Kennel\Core\Foundation\Reasons\Reason;

/** Whether a token that was handed in still proves anything. */
final class DecideChallenge
{
    /**
     * @param  ChallengeFacts|null  $challenge  null when no challenge has the token's digest
     * @return Reason|null null when it may be used, once
     */
    public function __invoke(?ChallengeFacts $challenge, ChallengePurpose $purpose, \DateTimeImmutable $now): ?Reason
    {
        return match (true) {
            $challenge === null, $challenge->purpose !== $purpose => new Reason('challenge.unknown', 'token'),
            $challenge->usedAt !== null => new Reason('challenge.used', 'token'),
            $challenge->supersededAt !== null => new Reason('challenge.superseded', 'token'),
            $challenge->expiresAt <= $now => new Reason('challenge.expired', 'token'),
            default => null,
        };
    }
}
