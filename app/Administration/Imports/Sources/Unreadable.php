<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports\Sources;

use Kennel\Core\Foundation\Reasons\Reason;

/** A file that is not what it is said to be, or is too large to be taken in. */
final class Unreadable extends \RuntimeException
{
    public function __construct(public readonly Reason $reason)
    {
        parent::__construct($reason->code);
    }
}
