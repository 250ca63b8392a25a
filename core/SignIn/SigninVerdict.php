<?php

declare(strict_types=1);

namespace Kennel\Core\SignIn;

final readonly class SigninVerdict
{
    private function __construct(public bool $accepted, public bool $rehash)
    {
    }

    /** @param  bool  $rehash the stored hash is below today's rule and the password is at hand to renew it */
    public static function accepted(bool $rehash): self
    {
        return new self(true, $rehash);
    }

    /** Without a reason, on purpose: whoever asks must not learn which part was wrong. */
    public static function refused(): self
    {
        return new self(false, false);
    }
}
