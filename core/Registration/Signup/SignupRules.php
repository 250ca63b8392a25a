<?php

declare(strict_types=1);

namespace Kennel\Core\Registration\Signup;

use Kennel\Core\Directory\Accounts\TermsRules;
use Kennel\Core\Directory\Apps\DomainList;
use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\Duration;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

/** What holds for sign-up on every app. */
final readonly class SignupRules
{
    /** @param  list<string>  $roles given to every account that signs up */
    public function __construct(
        public array $roles,
        /** Refused everywhere, with their subdomains. */
        public DomainList $refusedDomains,
        public bool $refuseThrowaway,
        public TermsRules $terms,
        public BotRules $bots,
        /** How long an account or claim waits for its address to be proven before it goes. */
        public Duration $unprovenFor,
    ) {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        try {
            $refused = DomainList::of($document->strings('refused_domains', 'Domains refused on every app, with their subdomains'), withSubdomains: true);
        } catch (\InvalidArgumentException $error) {
            throw new InvalidRuleBook("signup.refused_domains: {$error->getMessage()}", previous: $error);
        }
        $rules = new self(
            $document->strings('roles', 'Roles given to everybody who signs up'),
            $refused,
            $document->boolean('refuse_throwaway', 'Refuse the listed domains of throw-away mailboxes'),
            TermsRules::read($document->section('terms', 'The terms everybody accepts')),
            BotRules::read($document->section('bots', 'What keeps programs from signing up as people')),
            $document->duration('unproven_for', 'How long an account waits for its address to be proven before it is deleted'),
        );
        $document->nothingElse();

        return $rules;
    }
}
