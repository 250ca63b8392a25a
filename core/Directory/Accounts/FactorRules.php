<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Accounts;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\Duration;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

/** Of whom a second factor is demanded, and what holds for those who have one. Apps say for themselves whether they demand it. */
final readonly class FactorRules
{
    /**
     * @param  list<string>  $roles  of whose holders it is demanded, whatever the app; role keys
     * @param  \DateTimeImmutable|null  $from  nobody owes one before; null for at once
     */
    public function __construct(
        public array $roles,
        public ?\DateTimeImmutable $from,
        /** For whoever is given the role, or signs up, after that: so long they may put it off. */
        public Duration $grace,
        /** How long a device on which it was shown is not asked again; nothing for always asking. */
        public Duration $knownFor,
        /** How many recovery codes a sheet has. */
        public int $codes,
        /** Between an operator's asking and the removal: the holder is told, and can stop it. */
        public Duration $resetAfter,
        /** Whether a telephone that codes are texted to can be added as one. Those there are go on counting. */
        public bool $texts = false,
    ) {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        $roles = $document->strings('roles', 'Roles whose holders need a second factor, whatever the app');
        $from = $document->text('from', 10, 'The day from which it is owed; "" for at once', '^$|^\d{4}-\d{2}-\d{2}$');
        $rules = new self(
            $roles,
            $from === '' ? null : self::day($document, $from),
            $document->duration('grace', 'How long somebody may put it off who comes under the rule after that day', mayBeNothing: true),
            $document->duration('known_for', 'How long a device is not asked again on which it was shown; nothing for always asking', mayBeNothing: true),
            $document->integer('codes', 6, 20, 'How many recovery codes there are'),
            $document->duration('reset_after', 'Between an operator’s asking to remove the factors and their removal', mayBeNothing: true),
            $document->boolean('texts', 'A telephone that codes are texted to may be one'),
        );
        $document->nothingElse();

        return $rules;
    }

    private static function day(Document $document, string $text): \DateTimeImmutable
    {
        $day = \DateTimeImmutable::createFromFormat('!Y-m-d', $text, new \DateTimeZone('UTC'));
        if ($day === false || $day->format('Y-m-d') !== $text) {
            throw $document->mistake('from', 'must be a day there is, such as 2026-09-01');
        }

        return $day;
    }
}
