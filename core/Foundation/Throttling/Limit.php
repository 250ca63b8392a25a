<?php

declare(strict_types=1);

namespace Kennel\Core\Foundation\Throttling;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\Duration;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

/** So many times within a time. */
final readonly class Limit
{
    /** @param  int  $times  0 for no limit */
    public function __construct(public int $times, public Duration $within)
    {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        $limit = new self(
            $document->integer('times', 0, 1_000_000, 'How many times; 0 for no limit'),
            $document->duration('within', 'The time in which they are counted'),
        );
        $document->nothingElse();

        return $limit;
    }
}
