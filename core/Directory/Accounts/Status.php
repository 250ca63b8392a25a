<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Accounts;

/** Where an account is in its life. */
enum Status: string
{
    /** The address is not proven yet. */
    case Pending = 'pending';
    case Active = 'active';
    /** Stopped by an operator; reversible. */
    case Suspended = 'suspended';
    /** Left or removed; purged after a retention time. */
    case Closed = 'closed';

    /** Whatever is owed: that is settled once somebody is in. */
    public function maySignIn(): bool
    {
        return $this !== self::Suspended && $this !== self::Closed;
    }
}
