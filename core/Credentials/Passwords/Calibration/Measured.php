<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Calibration;

use Kennel\Core\Credentials\Passwords\Argon2idParameters;

/** How long one Argon2id hash took, in seconds of one core. */
final readonly class Measured
{
    public function __construct(public Argon2idParameters $parameters, public float $seconds)
    {
    }
}
