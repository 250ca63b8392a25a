<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Signup;

/** The address has an account, on an app that says so openly. */
final class AddressTaken extends \RuntimeException
{
}
