<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\Tokens;

use Kennel\Core\OAuth\Clients\Scope;

/** Who is there as an app asks: a session, and what was agreed to before. */
final readonly class Present
{
    public function __construct(
        public \DateTimeImmutable $startedAt,
        public \DateTimeImmutable $provenAt,
        /** Whether nothing is owed. */
        public bool $isComplete,
        public Assurance $assurance = Assurance::One,
        /** What the person agreed to for this app; null for nothing yet. */
        public ?Scope $consented = null,
        public ?\DateTimeImmutable $consentedAt = null,
    ) {
    }
}
