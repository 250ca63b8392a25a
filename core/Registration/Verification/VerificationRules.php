<?php

declare(strict_types=1);

namespace Kennel\Core\Registration\Verification;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\Duration;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

final readonly class VerificationRules
{
    public function __construct(
        /** How long a link can be used. */
        public Duration $lifetime,
        /** How long after a message the next may be asked for. */
        public Duration $coolDown,
    ) {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        $rules = new self(
            $document->duration('lifetime', 'How long a link works'),
            $document->duration('cool_down', 'How long until another may be asked for'),
        );
        $document->nothingElse();

        return $rules;
    }

    public function mayResend(?\DateTimeImmutable $lastSent, \DateTimeImmutable $now): bool
    {
        return $lastSent === null || $this->coolDown->after($lastSent) <= $now;
    }
}
