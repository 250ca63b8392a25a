<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Policy;

use Kennel\Core\Foundation\Reasons\Reason;

/** One rule about new passwords. It looks at the candidate and at nothing another rule has found, so that order cannot matter. */
interface PolicyRule
{
    public function isMetBy(Candidate $candidate): bool;

    /** What is said when it is not met; without a candidate, what is said of the rule itself. */
    public function reason(?Candidate $candidate = null): Reason;
}
