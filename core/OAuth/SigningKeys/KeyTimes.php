<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\SigningKeys;

/** From when on one key signs, and whether it was withdrawn. */
final readonly class KeyTimes
{
    public function __construct(public string $id, public \DateTimeImmutable $usedFrom, public ?\DateTimeImmutable $withdrawnAt = null)
    {
    }
}
