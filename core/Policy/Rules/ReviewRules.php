<?php

declare(strict_types=1);

namespace Kennel\Core\Policy\Rules;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

final readonly class ReviewRules
{
    public function __construct(
        /** Whether the reviewer must be another than the last who changed the draft. */
        public bool $bySomebodyElse,
    ) {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        $rules = new self($document->boolean('by_somebody_else', 'A draft is reviewed by another operator than the last who changed it'));
        $document->nothingElse();

        return $rules;
    }
}
