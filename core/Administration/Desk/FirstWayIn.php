<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Desk;

/** How the holder of an account that an operator made signs in for the first time. */
enum FirstWayIn: string
{
    /** A message with a link that sets a password, and proves the address. */
    case Link = 'link';

    /** A temporary password that the operator sees once and hands over. */
    case Temporary = 'temporary';

    /** The same by a message. */
    case TemporaryMailed = 'temporary_mailed';

    /** A password that the operator types, judged by the policy. */
    case Typed = 'typed';
}
