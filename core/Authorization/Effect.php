<?php

declare(strict_types=1);

namespace Kennel\Core\Authorization;

/** What becomes of accounts when roles are edited. */
final readonly class Effect
{
    /**
     * @param  array<string, int>  $gained  accounts that would have a permission and have not, by permission
     * @param  array<string, int>  $lost
     * @param  array<string, int>  $broken  accounts that would break an exclusion and do not, by exclusion
     * @param  list<int>  $changed  places in the list of holdings whose accounts gain or lose anything
     */
    public function __construct(public array $gained, public array $lost, public array $broken, public array $changed, public int $accounts)
    {
    }
}
