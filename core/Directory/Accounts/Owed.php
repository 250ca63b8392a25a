<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Accounts;

use Kennel\Core\Foundation\Reasons\Reason;

/** One outstanding duty: which, of what, and why. */
final readonly class Owed
{
    /**
     * @param  string  $subject  the very thing that is owed, such as "accept_terms:2026-09-03": a waiver is of exactly this, so a later version of it is owed again
     * @param  Reason  $reason  in words also what settles it
     * @param  bool  $isWaivable  false for what would still hold after it was let off
     */
    public function __construct(public Duty $duty, public string $subject, public Reason $reason, public bool $isWaivable = true)
    {
    }
}
