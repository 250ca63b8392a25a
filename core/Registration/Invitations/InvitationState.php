<?php

declare(strict_types=1);

namespace Kennel\Core\Registration\Invitations;

/** What has become of an invitation. Only an open one can be accepted, and lapsing needs nobody: it is a matter of time. */
enum InvitationState: string
{
    case Open = 'open';
    case Accepted = 'accepted';
    case Lapsed = 'lapsed';
    case Withdrawn = 'withdrawn';
    /** Another was sent in its place. */
    case Replaced = 'replaced';
}
