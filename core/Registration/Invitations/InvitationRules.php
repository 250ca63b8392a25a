<?php

declare(strict_types=1);

namespace Kennel\Core\Registration\Invitations;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\Duration;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

/** How long an invitation stays open, and how often one is sent again. */
final readonly class InvitationRules
{
    /** Rows of one list. */
    public const MOST = 2_000;

    /** Rows of a list with temporary passwords: each costs a hash while its sender waits. */
    public const MOST_TEMPORARY = 100;

    /** In code points: the inviter's own words. */
    public const WORDS = 2_000;

    public function __construct(
        /** From when it was sent until it lapses, where the inviter says nothing else. */
        public Duration $lifetime,
        /** How long after one message the next may go to the same person. */
        public Duration $coolDown,
        /** So long before it lapses, it is counted among those about to. */
        public Duration $warnBefore,
    ) {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        $rules = new self(
            $document->duration('lifetime', 'How long an invitation stays open'),
            $document->duration('cool_down', 'How long until it may be sent again'),
            $document->duration('warn_before', 'How long before it lapses it is counted among those about to', mayBeNothing: true),
        );
        $document->nothingElse();

        return $rules;
    }

    public function mayResend(?\DateTimeImmutable $lastSent, \DateTimeImmutable $now): bool
    {
        return $lastSent === null || $this->coolDown->after($lastSent) <= $now;
    }
}
