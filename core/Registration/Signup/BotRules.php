<?php

declare(strict_types=1);

namespace Kennel\Core\Registration\Signup;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\Duration;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

/** What keeps programs from signing up as people. Each part can be off. */
final readonly class BotRules
{
    public function __construct(
        /** A box that no person sees. */
        public bool $trap,
        /** A form sent back faster than this was not read. "PT0S" is off. */
        public Duration $minimumTime,
        /** Leading zero bits of the answer; 0 is off. Each more doubles the work. */
        public int $workBits,
        /** Sign-ups from one source within the time; 0 is off. */
        public int $attempts,
        public Duration $attemptsWithin,
        /** How long a form that was opened can be sent. */
        public Duration $formLifetime,
    ) {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        $rules = new self(
            $document->boolean('trap', 'A hidden box that only programs fill in'),
            $document->duration('minimum_time', 'How long a form must have been open; PT0S for none', mayBeNothing: true),
            $document->integer('work_bits', 0, ProofOfWork::MOST_BITS, 'Proof of work: bits of effort, each doubling it; 0 for none'),
            $document->integer('attempts', 0, 100_000, 'Sign-ups from one source; 0 for no limit'),
            $document->duration('attempts_within', 'The time in which they are counted'),
            $document->duration('form_lifetime', 'How long an opened form can be sent'),
        );
        $document->nothingElse();
        if ($rules->minimumTime->seconds >= $rules->formLifetime->seconds) {
            throw $document->mistake('minimum_time', 'must be shorter than form_lifetime, or no form could be sent');
        }

        return $rules;
    }

    /** Whether a sign-up has to come from a form that was opened here. */
    public function needForm(): bool
    {
        return $this->minimumTime->seconds > 0 || $this->workBits > 0;
    }
}
