<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Challenges;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\Duration;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

/**
 * Codes that are typed from a message. Short enough to be typed, so few may be tried: with six digits and five attempts a guesser has five chances in a
 * million at each code that is sent.
 */
final readonly class CodeRules
{
    public function __construct(
        public ProofWay $way,
        /** In digits or letters. */
        public int $length,
        /** Of letters and digits that cannot be taken for each other, in the place of digits alone. */
        public bool $hasLetters,
        public Duration $lifetime,
        /** Then another code is needed. */
        public int $attempts,
    ) {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        $rules = new self(
            ProofWay::from($document->choice('way', array_column(ProofWay::cases(), 'value'), 'What a message carries that verifies an address: a link, a code, or both')),
            $document->integer('length', 6, 8, 'How long a code is'),
            $document->boolean('letters', 'Letters and digits that cannot be taken for each other, in the place of digits alone'),
            $document->duration('lifetime', 'How long a code works'),
            $document->integer('attempts', 1, 10, 'How many may be typed before another code is needed'),
        );
        $document->nothingElse();
        if ($rules->lifetime->seconds > 3_600) {
            throw $document->mistake('lifetime', 'must be at most an hour: a code can be guessed');
        }

        return $rules;
    }
}
