<?php

declare(strict_types=1);

namespace Kennel\Core\Registration\Invitations;

/** How somebody who is invited comes in for the first time. */
enum WayIn: string
{
    /** A link to a page that sets a password. */
    case Link = 'link';

    /** A temporary password in the message; it has to be changed after the first sign-in. */
    case Temporary = 'temporary';
}
