<?php

declare(strict_types=1);

namespace Kennel\Core\Registration\Invitations;

/** What will become of a row. */
enum Fate: string
{
    case Invited = 'invited';
    /** An open invitation is replaced by this one. */
    case Renewed = 'renewed';
    /** They have an account, and are given the roles in the place of an invitation. */
    case Given = 'given';
    /** They have an account, and all that is offered. */
    case Settled = 'settled';
    /** Stands in the list before. */
    case Twice = 'twice';
    case Refused = 'refused';

    public function isSent(): bool
    {
        return $this === self::Invited || $this === self::Renewed;
    }

    public function isDone(): bool
    {
        return $this->isSent() || $this === self::Given;
    }
}
