<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Challenges;

/** What the store knows of the code of one challenge. */
final readonly class CodeFacts
{
    /** @param  int  $attempts  before this one */
    public function __construct(public \DateTimeImmutable $expiresAt, public int $attempts, public int $mostAttempts)
    {
    }

    public function works(\DateTimeImmutable $now): bool
    {
        return $this->expiresAt > $now && $this->attempts < $this->mostAttempts;
    }
}
