<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Accounts;

/** One line of the table of transitions. */
final readonly class Transition
{
    /**
     * @param  non-empty-list<Status>  $from
     * @param  bool  $endsSessions  all of them, at once
     * @param  bool  $endsLinks  whatever was mailed to prove something or set a password stops working
     * @param  string|null  $tells  the kind of the message to the holder
     * @param  StatusAct|null  $undoneBy  null for what cannot be undone
     */
    public function __construct(
        public array $from,
        public bool $byHolder,
        public bool $byOperator,
        public bool $endsSessions,
        public bool $endsLinks,
        public ?string $tells,
        public ?StatusAct $undoneBy,
    ) {
    }
}
