<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Challenges;

/** A challenge proves one thing only; a token for one purpose is unknown to every other. */
enum ChallengePurpose: string
{
    case VerifyAddress = 'verify_address';
    case ResetPassword = 'reset_password';
    case SignIn = 'sign_in';
    case ChangeAddress = 'change_address';
    /** Of the former address; nothing but its own time and its use ends it, or whoever changed the address could. */
    case UndoAddress = 'undo_address';
}
