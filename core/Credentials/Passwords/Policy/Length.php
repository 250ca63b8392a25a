<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Policy;

use Kennel\Core\Foundation\Reasons\Reason;

/** Fewest or most code points. */
final readonly class Length implements PolicyRule
{
    private function __construct(private ?int $minimum, private ?int $maximum)
    {
    }

    public static function atLeast(int $minimum): self
    {
        return new self($minimum, null);
    }

    public static function atMost(int $maximum): self
    {
        return new self(null, $maximum);
    }

    public function isMetBy(Candidate $candidate): bool
    {
        return ($this->minimum === null || $candidate->password->length >= $this->minimum) && ($this->maximum === null || $candidate->password->length <= $this->maximum);
    }

    public function reason(?Candidate $candidate = null): Reason
    {
        $length = ['length' => $candidate === null ? 0 : $candidate->password->length];

        return $this->minimum !== null
            ? new Reason('password.too_short', 'password', ['minimum' => $this->minimum, ...$length])
            : new Reason('password.too_long', 'password', ['maximum' => (int) $this->maximum, ...$length]);
    }
}
