<?php

declare(strict_types=1);

namespace Kennel\Core\Policy\Rehearsals;

/** What can happen in a journey: something the person does, something an operator does, or time that passes. */
enum StepKind: string
{
    case SignUp = 'sign_up';
    /** The link in the last message that has one: verifies an address, sets a new password, signs in or accepts an invitation, as it says. */
    case PressLink = 'press_link';
    case SignIn = 'sign_in';
    /** With a password that is not theirs, so many times. */
    case WrongPassword = 'wrong_password';
    /** A code of the authenticator app, or of the last text message. */
    case TypeCode = 'type_code';
    case TypeRecoveryCode = 'type_recovery_code';
    case AddApp = 'add_app';
    case AddPhone = 'add_phone';
    /** Has a code texted in the second step. */
    case TextCode = 'text_code';
    case Complete = 'complete';
    case Recover = 'recover';
    case MailSignin = 'mail_signin';
    case SignOut = 'sign_out';
    case LookAtAccount = 'look_at_account';

    /** An operator. */
    case Invite = 'invite';
    case Suspend = 'suspend';
    case ResetFactors = 'reset_factors';
    case Release = 'release';

    /** Nobody. */
    case Wait = 'wait';
    case Purge = 'purge';

    /** @return list<string> */
    public static function names(): array
    {
        return array_column(self::cases(), 'value');
    }
}
