<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Policy;

use Kennel\Core\Foundation\Reasons\Reason;

/** No more bytes than the hash really holds: bcrypt would cut a longer password without a word. */
final readonly class Bytes implements PolicyRule
{
    public function __construct(private int $maximum)
    {
    }

    public function isMetBy(Candidate $candidate): bool
    {
        return strlen($candidate->text()) <= $this->maximum;
    }

    public function reason(?Candidate $candidate = null): Reason
    {
        return new Reason(
            'password.too_many_bytes',
            'password',
            ['maximum' => $this->maximum, 'bytes' => $candidate === null ? 0 : strlen($candidate->text())],
        );
    }
}
