<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Refusals;

/** What kind of no it is. Doors have a status code for each, commands print the reasons. */
enum RefusalKind
{
    /** What was asked for cannot be done as it was asked; the reasons say how it could. */
    case Invalid;

    /** More than is taken at once. */
    case TooLarge;

    case NotFound;

    /** Nobody is signed in who could be allowed it. */
    case NobodySignedIn;

    case NotAllowed;

    /** Something else stands in the way, which may be gone in a moment. */
    case Conflict;

    /** The record is not the one that was seen. */
    case ChangedMeanwhile;

    /** It was not said which state of the record was seen. */
    case ConditionMissing;

    /** Too often; later it can be tried again. */
    case HeldBack;

    /** What it needs of somebody else is not to be had. */
    case Unavailable;
}
