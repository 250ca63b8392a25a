<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Sessions;

final readonly class SessionFacts
{
    public function __construct(
        public bool $kept,
        public \DateTimeImmutable $startedAt,
        public \DateTimeImmutable $seenAt,
        public ?\DateTimeImmutable $endedAt,
    ) {
    }
}
