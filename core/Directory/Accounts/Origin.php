<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Accounts;

/** How an account was created. */
enum Origin: string
{
    case Signup = 'signup';
    case Import = 'import';
    case Installation = 'installation';
    case Operator = 'operator';
    case Invitation = 'invitation';
    case Provider = 'provider';
}
