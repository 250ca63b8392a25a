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
        private Document $document,
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
            SignupRules::read($root->section('signup', 'Who signs up, and what they get')),
            PasswordRules::read($root->section('password', 'What a new password must be; lengths in code points')),
            Argon2idParameters::read($root->section('hashing', 'How passwords are stored: Argon2id (RFC 9106)')),
            VerificationRules::read($root->section('verification', 'Links that prove an address')),
            SessionRules::read($root->section('sessions', 'How long a session lives')),
            $root,
        );
        $root->nothingElse();

        return $book;
    }

    /** @return array<string, mixed> JSON Schema (2020-12) of the document this was read from */
    public function schema(): array
    {
        return ['$schema' => 'https://json-schema.org/draft/2020-12/schema', 'title' => 'Kennel rule book', ...$this->document->schema()];
    }
}
