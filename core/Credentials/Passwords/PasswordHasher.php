<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords;

use Kennel\Core\Credentials\Passwords\Peppers\Peppered;
use Kennel\Core\Credentials\Passwords\Peppers\Peppers;
use Kennel\Core\Credentials\Passwords\Schemes\Schemes;
use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Secrets\Secret;

/** Makes hashes by today's rule, Argon2id or bcrypt, and verifies those of every scheme in Schemes, peppered or not. */
final readonly class PasswordHasher
{
    private const SALT_BYTES = 16;

    public function __construct(private HashingRules $rules, private Entropy $entropy, private Peppers $peppers)
    {
    }

    /**
     * A PHC string, or bcrypt's own form.
     *
     * @throws \LogicException for a password bcrypt would cut, and for a pepper whose key is not here: ask canHash() first
     */
    public function hash(PreparedPassword $password): string
    {
        if (! $this->canHash($password)) {
            throw new \LogicException('This password cannot be hashed by today\'s rule.');
        }
        if ($this->rules->pepper === '') {
            return $this->rules->scheme === HashingRules::BCRYPT ? $this->bcrypt($password->secret) : $this->argon2id($password->secret);
        }
        $peppered = $this->peppers->apply($this->rules->pepper, $password->secret->reveal());

        return (new Peppered($this->rules->pepper, $this->rules->scheme === HashingRules::BCRYPT ? $this->bcrypt($peppered) : $this->argon2id($peppered)))->toString();
    }

    /** False while the rule's pepper is not at hand, and for what the hash could not hold. */
    public function canHash(PreparedPassword $password): bool
    {
        return ($this->rules->pepper === '' || $this->peppers->has($this->rules->pepper)) && strlen($password->secret->reveal()) <= ($this->rules->mostBytes() ?? PHP_INT_MAX);
    }

    /** False for a scheme that is not verified here, for a malformed string, for parameters nobody would store, and without its pepper. */
    public function verify(PreparedPassword $password, string $stored): bool
    {
        if (! $this->canVerify($stored)) {
            return false;
        }
        $peppered = Peppered::parse($stored);
        $secret = $peppered === null ? $password->secret : $this->peppers->apply($peppered->keyId, $password->secret->reveal());
        $hash = $peppered === null ? $stored : $peppered->hash;

        return Schemes::verifying($hash)?->matches($secret->reveal(), $hash) ?? false;
    }

    /** True when the next successful sign-in should store a new hash. */
    public function needsRehash(string $stored): bool
    {
        // Said at once of what nearly every sign-in finds; everything else is read.
        if ($this->rules->scheme !== HashingRules::BCRYPT && $this->rules->pepper === '' && $this->isAsToday($stored)) {
            return false;
        }
        $peppered = Peppered::parse($stored);
        $phc = PhcString::parse($peppered === null ? $stored : $peppered->hash);

        return HashKind::of($stored) !== $this->rules->kind() || ($phc !== null && $phc->version !== 19);
    }

    /** An Argon2id hash of today's parameters, as hash() writes it (PHC string format; version 19 is RFC 9106's): 16 bytes of salt, 32 of hash. */
    private function isAsToday(string $stored): bool
    {
        $rule = $this->rules->argon2id;
        $beginning = "\$argon2id\$v=19\$m={$rule->memory},t={$rule->passes},p={$rule->lanes}\$";

        return str_starts_with($stored, $beginning) && preg_match('#^[A-Za-z0-9+/]{22}\$[A-Za-z0-9+/]{43}$#D', substr($stored, strlen($beginning))) === 1;
    }

    /** Of today's cost and of no password: verified when there is no account, so that both answers take one time. */
    public function decoy(): string
    {
        $hash = $this->rules->scheme === HashingRules::BCRYPT
            ? sprintf('$2y$%02d$%s', $this->rules->cost, str_repeat('.', 53))
            : PhcString::argon2id($this->rules->argon2id, str_repeat("\0", self::SALT_BYTES), str_repeat("\0", 32))->toString();

        return $this->rules->pepper === '' || ! $this->peppers->has($this->rules->pepper) ? $hash : (new Peppered($this->rules->pepper, $hash))->toString();
    }

    /** Whether verify() would really compute something for this hash. */
    public function canVerify(string $stored): bool
    {
        $peppered = Peppered::parse($stored);

        return $peppered === null ? Schemes::verifying($stored) !== null : $this->peppers->has($peppered->keyId) && Schemes::verifying($peppered->hash) !== null;
    }

    private function bcrypt(Secret $password): string
    {
        return password_hash($password->reveal(), PASSWORD_BCRYPT, ['cost' => $this->rules->cost]);
    }

    /** Lanes other than one need PHP's own generator for the salt, since sodium computes one lane only. */
    private function argon2id(Secret $password): string
    {
        $parameters = $this->rules->argon2id;
        if ($parameters->lanes !== 1 || $parameters->memory < 8) {
            return password_hash(
                $password->reveal(),
                PASSWORD_ARGON2ID,
                ['memory_cost' => $parameters->memory, 'time_cost' => $parameters->passes, 'threads' => $parameters->lanes],
            );
        }
        $salt = $this->entropy->bytes(self::SALT_BYTES);
        $hash = sodium_crypto_pwhash(32, $password->reveal(), $salt, $parameters->passes, $parameters->memory * 1024, SODIUM_CRYPTO_PWHASH_ALG_ARGON2ID13);

        return PhcString::argon2id($parameters, $salt, $hash)->toString();
    }
}
