<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passkeys;

/** What a key pair has shown. */
final readonly class UsedPasskey
{
    /**
     * @param  bool  $isVerified  its holder was verified by it, so that it is two factors
     */
    public function __construct(public int $signCount, public bool $isBackedUp, public bool $isVerified)
    {
    }
}
