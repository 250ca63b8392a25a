<?php

declare(strict_types=1);

namespace Kennel\Core\Rules;

use Kennel\Core\Passwords\Argon2idParameters;
use Kennel\Core\Passwords\PasswordRules;
use Kennel\Core\Sessions\SessionRules;
use Kennel\Core\Signup\SignupRules;
use Kennel\Core\Verification\VerificationRules;

/** Every rule an operator can set, as typed values. No setting is read anywhere else. */
final readonly class RuleBook
{
    private function __construct(
        public SignupRules $signup,
        public PasswordRules $password,
        public Argon2idParameters $hashing,
        public VerificationRules $verification,
        public SessionRules $sessions,
    ) {
    }

    /**
     * @param  array<array-key, mixed>  $document
     *
     * @throws InvalidRuleBook naming the path of the first mistake
     */
    public static function fromArray(array $document): self
    {
        $root = new Document($document);
        $book = new self(
            SignupRules::read($root->section('signup')),
            PasswordRules::read($root->section('password')),
            Argon2idParameters::read($root->section('hashing')),
            VerificationRules::read($root->section('verification')),
            SessionRules::read($root->section('sessions')),
        );
        $root->nothingElse();

        return $book;
    }
}
