<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rules;

use Kennel\App\Directory\Roles\Roles;
use Kennel\Core\Credentials\Passwords\Blocklist;
use Kennel\Core\Credentials\Passwords\Guesses\WordRanks;
use Kennel\Core\Directory\Fields\FieldTypes;
use Kennel\Core\Policy\Impact\Judge;
use Kennel\Core\Policy\Rules\RuleBook;
use Kennel\Core\Registration\Signup\ThrowawayDomains;
use Psr\Clock\ClockInterface;

/** Sets any rule book to work with the lists that ship. */
final readonly class MakeJudge
{
    public function __construct(
        private Blocklist $blocklist,
        private WordRanks $words,
        private ThrowawayDomains $throwaway,
        private FieldTypes $types,
        private ClockInterface $clock,
        private Roles $roles,
    ) {
    }

    public function of(RuleBook $book): Judge
    {
        return Judge::of($book, $this->blocklist, $this->words, $this->throwaway, $this->types, $this->clock->now(), $this->roles->graph()->including(...));
    }
}
