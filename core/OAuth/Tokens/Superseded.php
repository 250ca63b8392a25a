<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\Tokens;

/** A refresh token that was exchanged a moment ago: its digest, when, and the salt that leads from it to its successor. */
final readonly class Superseded
{
    public function __construct(public string $digest, public string $salt, public \DateTimeImmutable $at)
    {
    }
}
