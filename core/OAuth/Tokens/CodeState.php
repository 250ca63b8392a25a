<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\Tokens;

/** What an authorization code was asked for with, and whether it still waits to be shown. */
final readonly class CodeState
{
    public function __construct(
        public ?string $challenge,
        public ?string $redirectUri,
        public ?string $nonce,
        public ?\DateTimeImmutable $until,
        public bool $isUsed,
    ) {
    }
}
