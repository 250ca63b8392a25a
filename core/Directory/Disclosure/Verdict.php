<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Disclosure;

/** Whether one audience is handed one field of one account, and by which rule it is not. */
enum Verdict: string
{
    case Handed = 'disclosure.handed';

    /** Nobody has said yet who is handed it. */
    case Unclassified = 'disclosure.unclassified';

    /** It was looked at, and is not for this audience. */
    case KeptBack = 'disclosure.kept_back';

    /** For operators, but not for this one. */
    case NeedsPermission = 'disclosure.needs_permission';

    /** The holder has not agreed. */
    case NeedsConsent = 'disclosure.needs_consent';
}
