<?php

declare(strict_types=1);

namespace Kennel\Core\Passwords;

use Kennel\Core\Secrets\Entropy;

/** Makes Argon2id hashes by today's parameters, and verifies those and bcrypt's. */
final readonly class PasswordHasher
{
    /** A stored hash that asks for more than this (KiB) was not made here; computing it would let one row stop the server. */
    private const MOST_MEMORY = 1_048_576;

    private const SALT_BYTES = 16;

    public function __construct(private Argon2idParameters $parameters, private Entropy $entropy)
    {
    }

    /** A PHC string. Lanes other than one need PHP's own generator for the salt, since sodium computes one lane only. */
    public function hash(PreparedPassword $password): string
    {
        if ($this->parameters->lanes !== 1 || $this->parameters->memory < 8) {
            return password_hash($password->secret->reveal(), PASSWORD_ARGON2ID, $this->options());
        }
        $salt = $this->entropy->bytes(self::SALT_BYTES);
        $hash = sodium_crypto_pwhash(
            32,
            $password->secret->reveal(),
            $salt,
            $this->parameters->passes,
            $this->parameters->memory * 1024,
            SODIUM_CRYPTO_PWHASH_ALG_ARGON2ID13,
        );

        return PhcString::argon2id($this->parameters, $salt, $hash)->toString();
    }

    /** Constant in the password; false for a scheme that is not verified here or parameters nobody would store. */
    public function verify(PreparedPassword $password, string $stored): bool
    {
        $known = match (HashScheme::of($stored)) {
            HashScheme::Argon2id => $this->isReasonable($stored),
            HashScheme::Bcrypt => strlen($password->secret->reveal()) <= 72,
            default => false,
        };

        return $known && password_verify($password->secret->reveal(), $stored);
    }

    /** True when the next successful sign-in should store a new hash. */
    public function needsRehash(string $stored): bool
    {
        $phc = PhcString::parse($stored);

        return $phc === null || $phc->scheme !== 'argon2id' || $phc->version !== 19 || ! $phc->parameters->equals($this->parameters);
    }

    /** Of today's cost and of no password: verified when there is no account, so that both answers take one time. */
    public function decoy(): string
    {
        return PhcString::argon2id($this->parameters, str_repeat("\0", self::SALT_BYTES), str_repeat("\0", 32))->toString();
    }

    /** Whether verify() would really compute something for this hash. */
    public function canVerify(string $stored): bool
    {
        return match (HashScheme::of($stored)) {
            HashScheme::Argon2id => $this->isReasonable($stored),
            HashScheme::Bcrypt => true,
            default => false,
        };
    }

    private function isReasonable(string $stored): bool
    {
        $phc = PhcString::parse($stored);

        return $phc !== null && $phc->parameters->memory <= self::MOST_MEMORY && $phc->parameters->passes <= 64 && $phc->parameters->lanes <= 64;
    }

    /** @return array{memory_cost: int, time_cost: int, threads: int} */
    private function options(): array
    {
        return [
            'memory_cost' => $this->parameters->memory,
            'time_cost' => $this->parameters->passes,
            'threads' => $this->parameters->lanes,
        ];
    }
}
