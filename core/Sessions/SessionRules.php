<?php

declare(strict_types=1);

namespace Kennel\Core\Sessions;

use Kennel\Core\Documents\Document;
use Kennel\Core\Documents\Duration;
use Kennel\Core\Documents\InvalidRuleBook;

final readonly class SessionRules
{
    public function __construct(
        /** Without a request for this long, a session ends. */
        public Duration $idle,
        /** However busy, a session ends after this. */
        public Duration $absolute,
        /** The same two for "keep me signed in". */
        public Duration $keptIdle,
        public Duration $keptAbsolute,
        /** "Last seen" is written at most this often: a read should not be a write. */
        public Duration $seenEvery,
        /** How long a typed password counts for acts that hand out power. */
        public Duration $proofFor,
    ) {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        $rules = new self(
            $document->duration('idle', 'Ends without a request for this long'),
            $document->duration('absolute', 'Ends after this, however busy'),
            $document->duration('kept_idle', 'The same, when kept signed in: without a request'),
            $document->duration('kept_absolute', 'The same, when kept signed in: however busy'),
            $document->duration('seen_every', 'How often “last seen” is written'),
            $document->duration('proof_for', 'How long a typed password counts for acts that hand out power'),
        );
        $document->nothingElse();
        if ($rules->seenEvery->seconds >= $rules->idle->seconds) {
            throw new InvalidRuleBook('sessions.seen_every: must be shorter than sessions.idle, or busy sessions would end');
        }

        return $rules;
    }

    public function idleLimit(bool $kept): Duration
    {
        return $kept ? $this->keptIdle : $this->idle;
    }

    public function absoluteLimit(bool $kept): Duration
    {
        return $kept ? $this->keptAbsolute : $this->absolute;
    }
}
