<?php

declare(strict_types=1);

namespace Kennel\Core\Policy\Impact;

use Kennel\Core\Foundation\Reasons\Reason;

/** One thing a draft would change for one account or one past sign-up. */
final readonly class Finding
{
    public const GAINS_DUTY = 'gains_duty';

    public const LOSES_DUTY = 'loses_duty';

    /** Has an account, and could not sign up for it any more. */
    public const REFUSED = 'refused';

    public const ADMITTED = 'admitted';

    /** A stored value that fits now and would not. */
    public const MISFIT = 'misfit';

    public const COLLISION = 'collision';

    /** The policy for passwords is another: asked at the next change, and never at sign-in. */
    public const NEXT_CHANGE = 'next_change';

    /** The stored hash is as the rule asks now, and would be made anew at the next sign-in. */
    public const NEXT_SIGNIN = 'next_signin';

    public const PAST_REFUSED = 'past_refused';

    public const PAST_ADMITTED = 'past_admitted';

    /** An audience would begin to be handed a field of this account. */
    public const HANDED_OUT = 'handed_out';

    public const KEPT_BACK = 'kept_back';

    /** A session there is now would be over at its next request. */
    public const SESSION_ENDS = 'session_ends';

    /** Is signed in by a way that the app would offer no more. */
    public const WAY_GONE = 'way_gone';

    public const KINDS = [
        self::HANDED_OUT, self::KEPT_BACK, self::GAINS_DUTY, self::LOSES_DUTY, self::REFUSED, self::ADMITTED, self::MISFIT, self::COLLISION, self::NEXT_CHANGE, self::NEXT_SIGNIN, self::PAST_REFUSED, self::PAST_ADMITTED,
        self::SESSION_ENDS, self::WAY_GONE,
    ];

    public function __construct(public string $kind, public Reason $reason)
    {
    }
}
