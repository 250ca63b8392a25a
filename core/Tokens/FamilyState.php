<?php

declare(strict_types=1);

namespace Kennel\Core\Tokens;

/** How a family of refresh tokens stands: one counts, and the one before it for a moment. */
final readonly class FamilyState
{
    public function __construct(
        public string $currentDigest,
        public ?string $formerDigest,
        public ?\DateTimeImmutable $renewedAt,
        public \DateTimeImmutable $lapsesAt,
    ) {
    }
}
