<?php

declare(strict_types=1);

namespace Kennel\Core\Registration\Verification;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\Duration;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

/** How long whoever reads the former address can undo that an account has another one. */
final readonly class AddressChangeRules
{
    public function __construct(public Duration $undoFor)
    {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        $rules = new self($document->duration('undo_for', 'How long the former address can undo a change', mayBeNothing: true));
        $document->nothingElse();

        return $rules;
    }

    public function canBeUndone(): bool
    {
        return $this->undoFor->seconds > 0;
    }
}
