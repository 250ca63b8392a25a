<?php

declare(strict_types=1);

namespace Kennel\Core\Foundation\Throttling;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\Duration;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

/**
 * A delay that doubles with every failure after the first few. Nobody is locked out: after the longest delay there is always another
 * attempt (NIST SP 800-63B §5.2.2, from memory: limit consecutive failures, and prefer growing delays to a lock a stranger can turn).
 */
final readonly class Brake
{
    /** @param  int  $free  failures without a delay; 0 for no brake */
    public function __construct(public int $free, public Duration $firstDelay, public Duration $longestDelay, public Duration $forgottenAfter)
    {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        $brake = new self(
            $document->integer('free', 0, 10_000, 'Failures without a delay; 0 for no brake'),
            $document->duration('first_delay', 'The delay after the next failure; each further one doubles it'),
            $document->duration('longest_delay', 'No delay is longer'),
            $document->duration('forgotten_after', 'Failures are forgotten so long after the first of them'),
        );
        $document->nothingElse();
        if ($brake->longestDelay->seconds < $brake->firstDelay->seconds) {
            throw $document->mistake('longest_delay', 'must not be shorter than first_delay');
        }
        if ($brake->forgottenAfter->seconds < $brake->longestDelay->seconds) {
            throw $document->mistake('forgotten_after', 'must not be shorter than longest_delay, or the brake would never get there');
        }

        return $brake;
    }

    public function isOn(): bool
    {
        return $this->free > 0;
    }

    /** @return int seconds until the next attempt is looked at */
    public function delayAfter(int $failures): int
    {
        $beyond = $failures - $this->free;
        if ($this->free === 0 || $beyond <= 0) {
            return 0;
        }

        // Beyond thirty doublings every delay is the longest, and the number would grow out of its type.
        return $beyond > 30 ? $this->longestDelay->seconds : min($this->longestDelay->seconds, $this->firstDelay->seconds * 2 ** ($beyond - 1));
    }
}
