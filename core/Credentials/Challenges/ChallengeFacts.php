<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Challenges;

/** What the store knows of one challenge. */
final readonly class ChallengeFacts
{
    public function __construct(
        public ChallengePurpose $purpose,
        public \DateTimeImmutable $expiresAt,
        public ?\DateTimeImmutable $usedAt,
        public ?\DateTimeImmutable $supersededAt,
    ) {
    }
}
