<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\SigningKeys;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\Duration;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

/** When keys take turns. */
final readonly class KeyRules
{
    public function __construct(
        public Duration $rotateEvery,
        /** The next key stands in the key set for so long before anything is signed with it: whoever keeps the set has fetched it by then. */
        public Duration $publishedBefore,
    ) {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        $rules = new self(
            $document->duration('rotate_every', 'How long tokens are signed with one key'),
            $document->duration('published_before', 'How long the next key is in the key set before it signs'),
        );
        $document->nothingElse();
        if ($rules->publishedBefore->seconds >= $rules->rotateEvery->seconds) {
            throw $document->mistake('published_before', 'must be shorter than rotate_every');
        }

        return $rules;
    }
}
