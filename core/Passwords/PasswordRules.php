<?php

declare(strict_types=1);

namespace Kennel\Core\Passwords;

use Kennel\Core\Rules\Document;
use Kennel\Core\Rules\InvalidRuleBook;

/** Lengths are in code points of the prepared password. */
final readonly class PasswordRules
{
    public function __construct(public int $minimum, public int $maximum)
    {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        $rules = new self($document->integer('minimum', 1, 256, 'Fewest code points'), $document->integer('maximum', 64, 1024, 'Most code points'));
        if ($rules->minimum > $rules->maximum) {
            throw new InvalidRuleBook('password.minimum: must not be above password.maximum');
        }
        $document->nothingElse();

        return $rules;
    }
}
