<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Policy;

use Kennel\Core\Credentials\Passwords\Blocklist;
use Kennel\Core\Foundation\Reasons\Reason;

/** Not among the passwords that are tried first, nor one of them in a simple disguise. */
final readonly class NotCommon implements PolicyRule
{
    public function __construct(private Blocklist $blocklist)
    {
    }

    public function isMetBy(Candidate $candidate): bool
    {
        foreach ($candidate->meant() as $text) {
            if ($this->blocklist->contains($text)) {
                return false;
            }
        }

        return true;
    }

    public function reason(?Candidate $candidate = null): Reason
    {
        return new Reason('password.common', 'password');
    }
}
