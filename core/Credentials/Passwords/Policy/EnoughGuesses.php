<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Policy;

use Kennel\Core\Foundation\Reasons\Reason;

/** Takes at least so many guesses, as a power of ten. */
final readonly class EnoughGuesses implements PolicyRule
{
    public function __construct(private int $minimum)
    {
    }

    public function isMetBy(Candidate $candidate): bool
    {
        return $candidate->estimate()->guesses >= $this->minimum;
    }

    public function reason(?Candidate $candidate = null): Reason
    {
        return new Reason('password.guessable', 'password', ['minimum' => $this->minimum]);
    }
}
