<?php

declare(strict_types=1);

namespace Kennel\App\Rules;

use Kennel\App\Roles\Roles;
use Kennel\Core\Fields\FieldTypes;
use Kennel\Core\Impact\Judge;
use Kennel\Core\Passwords\Blocklist;
use Kennel\Core\Passwords\Guesses\WordRanks;
use Kennel\Core\Rules\RuleBook;
use Kennel\Core\Signup\ThrowawayDomains;
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
