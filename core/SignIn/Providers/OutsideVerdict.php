<?php

declare(strict_types=1);

namespace Kennel\Core\SignIn\Providers;

/** What becomes of somebody whom a provider knows. */
enum OutsideVerdict
{
    /** Linked already. */
    case Known;
    /** An account with their verified address: it is linked, and they are in. */
    case Found;
    /** An account is made. */
    case Newcomer;
    /** They sign in once by another way; then it is linked. */
    case SignInOnce;
}
