<?php

declare(strict_types=1);

namespace Kennel\Core\Registration\Signup;

/** What is known of the form that a sign-up came from. */
final readonly class FormFacts
{
    /**
     * @param  \DateTimeImmutable|null  $openedAt  null when it was never opened here
     * @param  string  $trap  what the hidden box held
     * @param  string  $answer  to the proof of work
     * @param  int  $attempts  sign-ups from the same source within the rule's time, this one not counted
     */
    public function __construct(
        public ?\DateTimeImmutable $openedAt,
        public string $challenge,
        public bool $wasSentBefore,
        public string $trap,
        public string $answer,
        public int $attempts,
    ) {
    }
}
