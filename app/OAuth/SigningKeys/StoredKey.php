<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\SigningKeys;

use Kennel\Core\OAuth\SigningKeys\KeyTimes;
use Kennel\Core\OAuth\SigningKeys\SigningAlgorithm;

/** A key as most requests need it: to sign or to verify by, and whether it is its turn. */
final readonly class StoredKey
{
    public function __construct(
        public string $id,
        public SigningAlgorithm $algorithm,
        private string $publicJwk,
        /** Its private half; "" for one that was withdrawn. */
        #[\SensitiveParameter] public string $sealed,
        public KeyTimes $times,
    ) {
    }

    /** @return array<string, string> as the key set has it (RFC 7517 §4) */
    public function jwk(): array
    {
        /** @var array<string, string> $jwk */
        $jwk = json_decode($this->publicJwk, true, flags: JSON_THROW_ON_ERROR);

        return [...$jwk, 'use' => 'sig', 'alg' => $this->algorithm->value, 'kid' => $this->id];
    }
}
