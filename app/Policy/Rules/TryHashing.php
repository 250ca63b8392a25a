<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rules;

use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\Core\Credentials\Passwords\HashingRules;
use Kennel\Core\Credentials\Passwords\PasswordHasher;
use Kennel\Core\Credentials\Passwords\Peppers\Peppers;
use Kennel\Core\Credentials\Passwords\PreparedPassword;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Secrets\Secret;

/**
 * Makes a hash by rules that are about to count, and verifies it, on this very machine: rules whose hashes it cannot make or read would
 * lock everybody out. Takes as long as two sign-ins, so it is never done inside a transaction.
 */
final readonly class TryHashing
{
    public function __construct(private RulesInForce $rules, private Entropy $entropy, private Peppers $peppers)
    {
    }

    /** Null when it cannot be read, which another version of Kennel may have left behind. */
    private function inForce(): ?HashingRules
    {
        try {
            return HashingRules::read($this->rules->section('hashing'));
        } catch (InvalidRuleBook) {
            return null;
        }
    }

    /** @return list<Reason> */
    public function reasonsAgainst(HashingRules $rules): array
    {
        // A pepper whose key is missing is named by another blocker.
        if ($rules == $this->inForce() || ($rules->pepper !== '' && ! $this->peppers->has($rules->pepper))) {
            return [];
        }
        $hasher = new PasswordHasher($rules, $this->entropy, $this->peppers);
        $password = PreparedPassword::from(new Secret('a password of nobody'));
        try {
            $isSound = $hasher->verify($password, $hasher->hash($password));
        } catch (\Throwable $error) {
            return [new Reason('rules.hashing_fails', 'hashing', ['what' => $error->getMessage()])];
        }

        return $isSound ? [] : [new Reason('rules.hashing_fails', 'hashing', ['what' => 'the hash it made was not verified'])];
    }
}
