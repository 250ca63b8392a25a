<?php

declare(strict_types=1);

namespace Kennel\Core\Passwords;

use Kennel\Core\Passwords\Schemes\Schemes;
use Kennel\Core\Secrets\Entropy;

/** Makes Argon2id hashes by today's parameters, and verifies those of every scheme in Schemes. */
final readonly class PasswordHasher
{
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

    /** False for a scheme that is not verified here, for a malformed string, and for parameters nobody would store. */
    public function verify(PreparedPassword $password, string $stored): bool
    {
        return Schemes::verifying($stored)?->matches($password->secret->reveal(), $stored) ?? false;
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
        return Schemes::verifying($stored) !== null;
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
