<?php

declare(strict_types=1);

namespace Kennel\Core\Passwords;

use Kennel\Core\Rules\Document;
use Kennel\Core\Rules\InvalidRuleBook;

/** RFC 9106 §3.1: memory in KiB, passes over it, lanes. */
final readonly class Argon2idParameters
{
    public function __construct(public int $memory, public int $passes, public int $lanes)
    {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        return new self(
            $document->integer('memory', 7168, 4_194_304, 'Argon2id: memory in KiB'),
            $document->integer('passes', 1, 64, 'Argon2id: passes over the memory'),
            $document->integer('lanes', 1, 16, 'Argon2id: lanes'),
        );
    }

    public function equals(self $other): bool
    {
        return [$this->memory, $this->passes, $this->lanes] === [$other->memory, $other->passes, $other->lanes];
    }
}
