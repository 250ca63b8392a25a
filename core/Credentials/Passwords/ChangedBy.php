<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords;

/** How a password was changed, as the message to the account's holder says it (`messages.how`). */
enum ChangedBy: string
{
    /** Signed in, with the current password. */
    case Holder = 'by_holder';
    /** By a mailed link. */
    case Link = 'by_link';
    case Operator = 'by_operator';
}
