<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\Tokens;

/** What has to happen next before an app gets its code. */
enum Step: string
{
    case SignIn = 'sign_in';
    case SignUp = 'sign_up';
    /** Signed in, but something is owed: fields, terms, a proof of the address. */
    case Complete = 'complete';
    case Consent = 'consent';
    case Grant = 'grant';
}
