<?php

declare(strict_types=1);

namespace Kennel\Core\Tokens;

enum RefreshVerdict
{
    case Renewed;
    /** The answer before was lost, so what it gave takes no part any more. */
    case RenewedAgain;
    case Lapsed;
    /** Somebody else has it: the family ends. */
    case Reused;
}
