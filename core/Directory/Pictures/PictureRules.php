<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Pictures;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\Duration;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

final readonly class PictureRules
{
    public function __construct(
        /** Public: anyone with the address sees it, until it is deleted. Otherwise only under a signed address that expires. */
        public bool $arePublic,
        public Duration $linkLifetime,
    ) {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        $rules = new self(
            $document->choice('visibility', ['public', 'private'], 'Public: whoever has the address; private: under a signed address that expires') === 'public',
            $document->duration('link_lifetime', 'How long a signed address works'),
        );
        $document->nothingElse();

        return $rules;
    }
}
