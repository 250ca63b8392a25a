<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\Tokens;

enum RefreshVerdict
{
    case Renewed;
    /** It was exchanged a moment ago: by a request beside this one, or the answer was lost. The token that counts is given once more. */
    case RenewedAgain;
    case Lapsed;
    /** It was exchanged longer ago: two parties have it, so the family ends. */
    case Reused;
}
