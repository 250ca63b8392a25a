<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

/** RFC 9106 §3.1: memory in KiB, passes over it, lanes. */
final readonly class Argon2idParameters
{
    public function __construct(public int $memory, public int $passes, public int $lanes)
    {
    }

    /** In KiB: what is made is what can be verified, so both have this one bound. */
    public const MOST_MEMORY = 1_048_576;

    public const MOST_PASSES = 64;

    public const MOST_LANES = 64;

    /** Memory in KiB times passes, which is what time goes by: about ten seconds of one core, and nobody would wait longer. */
    public const MOST_WORK = 4_194_304;

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        $parameters = new self(
            $document->integer('memory', 7168, self::MOST_MEMORY, 'Argon2id: memory in KiB'),
            $document->integer('passes', 1, self::MOST_PASSES, 'Argon2id: passes over the memory'),
            $document->integer('lanes', 1, 16, 'Argon2id: lanes'),
        );
        if (! $parameters->areBearable()) {
            throw $document->mistake(
                'passes',
                'memory times passes must not be more than '.self::MOST_WORK.' KiB, or a sign-in would take ten seconds and more',
            );
        }

        return $parameters;
    }

    /** False for what would hold a server up, whoever asks for it. */
    public function areBearable(): bool
    {
        return $this->memory <= self::MOST_MEMORY && $this->passes <= self::MOST_PASSES && $this->lanes <= self::MOST_LANES && $this->memory * $this->passes <= self::MOST_WORK;
    }
}
