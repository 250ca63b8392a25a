<?php

declare(strict_types=1);

namespace Kennel\Core\Authorization;

/** How a way ends. */
enum WayEnd: string
{
    /** The last role carries the permission. */
    case Reaches = 'reaches';
    /** It would, and the assignment does not hold any more. */
    case Lapsed = 'lapsed';
    /** It would, and the assignment does not hold yet. */
    case NotYet = 'not_yet';
    /** It would, but the assignment or a role on the way counts for another app. */
    case OtherApp = 'other_app';
    /** None of the roles it leads to carries the permission. */
    case WithoutPermission = 'without_permission';
}
